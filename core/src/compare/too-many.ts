/** Members one table shows: more take minutes to work out, and nobody reads them. */
export const MOST_MEMBERS = 25_000;

/** More members than one table shows. The message says what to do. */
export class TooManyMembers extends Error {
  constructor(count: number) {
    const [many, most] = [count, MOST_MEMBERS].map((each) => each.toLocaleString('en-GB'));
    super(
      `These days have ${many} members at that level, more than the ${most} a table shows. Name a part of them under “named”, choose fewer days, or compare by something coarser.`,
    );
  }
}
