/** Hands a text, or bytes, to the reader as a file in their downloads. */
export function download(name: string, text: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
