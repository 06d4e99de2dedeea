/** Gives the user a file to keep. */
export function saveFile(content: Uint8Array | string, name: string, type: string): void {
  const part = typeof content === 'string' ? content : (content as Uint8Array<ArrayBuffer>);
  const url = URL.createObjectURL(new Blob([part], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** A name that any file system takes. */
export const fileName = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '') || 'water';
