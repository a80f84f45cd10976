/** The bytes of a data address, and what kind they are of. */
export function bytesOf(address: string): { bytes: Uint8Array<ArrayBuffer>; type: string } {
  const [head = '', data = ''] = address.split(',');
  return { bytes: Uint8Array.from(atob(data), (c) => c.charCodeAt(0)), type: /^data:([^;]+)/.exec(head)?.[1] ?? '' };
}
