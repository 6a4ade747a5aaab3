/** Every file of a drop, those inside dropped folders too, in order of their names. */
export async function droppedFiles(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null);
  const files = entries.length > 0 ? (await Promise.all(entries.map(filesIn))).flat() : [...transfer.files];
  return inOrder(files);
}

/** Files of a folder chooser or a drop, without what systems hide among them. */
export const inOrder = (files: readonly File[]): File[] =>
  files.filter(({ name }) => !name.startsWith('.')).sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));

async function filesIn(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) return [await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: File[] = [];
  // A reader gives some hundred entries at a time, and none when it has given all.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
    if (some.length === 0) return found;
    found.push(...(await Promise.all(some.map(filesIn))).flat());
  }
}
