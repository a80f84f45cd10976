import { useRef, useState } from 'react';
import Bar from './bar';
import type { Watch } from '../../worker/files';

/** Reading a file: how far it is while it is read, and the way to stop it. */
export interface FileReading {
  share: number | undefined;
  stop: () => void;
  /** Reads by `work`, watched; what is being read is shown until it is done. */
  read: <T>(work: (watch: Watch) => Promise<T>) => Promise<T>;
}

export function useFileReading(): FileReading {
  const [share, setShare] = useState<number>();
  const control = useRef<AbortController>(undefined);
  return {
    share,
    stop: () => control.current?.abort(),
    read: async (work) => {
      control.current = new AbortController();
      setShare(0);
      try {
        return await work({ tell: setShare, stop: control.current.signal });
      } finally {
        setShare(undefined);
      }
    },
  };
}

/** How far a file has been read (or made), and a button that stops it; nothing while none is. */
export function FileProgress({
  reading: { share, stop },
  words = 'Reading the file …',
  stopWords = 'Stop reading',
}: {
  reading: FileReading;
  words?: string;
  stopWords?: string;
}) {
  if (share === undefined) return null;
  return (
    <span className="flex flex-wrap items-center gap-3">
      <span aria-hidden="true">{words}</span>
      <Bar label={words} share={share} className="h-3 w-48 border border-edge bg-sheet" />
      <button type="button" className="btn" onClick={stop}>
        {stopWords}
      </button>
    </span>
  );
}

/** What is said of a file in another encoding than the usual one. */
export const encodingWords = (encoding: string | undefined): string | undefined =>
  encoding === undefined || encoding === 'UTF-8'
    ? undefined
    : `The file is written in ${encoding}, not in UTF-8; look whether accented letters and signs came out right.`;
