/** A file that cannot be read as a table, in words for the person who dropped it. */
export class UnreadableFile extends Error {}
