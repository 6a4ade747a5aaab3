/** Hands a file to the browser to be saved, under a name without what file systems refuse. */
export function download(content: Blob, name: string, ending: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = `${name.replace(/[^\p{L}\d]+/gu, ' ').trim()}.${ending}`;
  link.click();
  URL.revokeObjectURL(link.href);
}
