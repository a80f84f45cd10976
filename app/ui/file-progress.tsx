/** How far a file has been read; nothing while none is. */
export function FileProgress({ share }: { share: number | undefined }) {
  if (share === undefined) return null;
  return (
    <label className="flex items-center gap-3">
      <span>Reading the file …</span>
      <progress className="h-3 w-48 accent-ink" max={1} value={share} />
    </label>
  );
}

/** What is said of a file in another encoding than the usual one. */
export const encodingWords = (encoding: string | undefined): string | undefined =>
  encoding === undefined || encoding === 'UTF-8'
    ? undefined
    : `The file is written in ${encoding}, not in UTF-8; look whether accented letters and signs came out right.`;
