/** Hands a file to the browser to be saved. */
export function saveFile(name: string, content: Uint8Array | Blob, type = 'application/zip'): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
