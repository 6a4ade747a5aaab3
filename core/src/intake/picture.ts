/** What a picture is called, whatever folder or address it lies under: its file name in small letters. */
export const pictureName = (address: string): string => (/[^/\\]*$/.exec(address.trim().replace(/[?#].*$/s, ''))?.[0] ?? '').toLowerCase();
