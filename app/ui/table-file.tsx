import { useState } from 'react';
import type { TableFault } from '../../core/contents';
import { decode } from '../../worker/decode';
import { download } from './download';
import { FileButton } from './file-button';

/** So large a table holds a hundred thousand marks; it is read at once. */
const MOST_BYTES = 25_000_000;
/** So many faults are named; the rest is counted. */
const NAMED = 20;

/** A table both ways: written as CSV, and read from one in whatever encoding it came; rows with a fault are named where they stand. */
export function TableFile({
  name,
  write,
  take,
  empty = false,
}: {
  /** Of the file that is written. */
  name: string;
  write: () => string;
  /** Takes in what can be read, and says what cannot. */
  take: (text: string, fileName: string) => Promise<readonly TableFault[]>;
  /** There is nothing to write yet. */
  empty?: boolean;
}) {
  const [note, setNote] = useState('');
  const [faults, setFaults] = useState<readonly TableFault[]>([]);
  const read = async (file: File) => {
    setFaults([]);
    if (file.size > MOST_BYTES) return setNote('The file is far longer than any such table; it was not read.');
    const { text, encoding } = decode(new Uint8Array(await file.arrayBuffer()));
    setNote(encoding === 'UTF-8' ? '' : `Read as ${encoding}: look whether its letters are right.`);
    setFaults(await take(text, file.name));
  };
  return (
    <>
      <button
        type="button"
        className="btn"
        disabled={empty}
        onClick={() => download(name, write(), 'text/csv;charset=utf-8')}
      >
        As a table (CSV)
      </button>
      <FileButton accept=".csv,.tsv,.txt,text/csv" onFile={read}>
        From a table (CSV)
      </FileButton>
      {note && (
        <p role="status" className="w-full">
          {note}
        </p>
      )}
      {faults.length > 0 && (
        <ul role="alert" aria-label="Rows that were not taken" className="w-full">
          {faults.slice(0, NAMED).map((f) => (
            <li key={`${f.row} ${f.sentence}`}>
              Row {f.row}: {f.sentence}
            </li>
          ))}
          {faults.length > NAMED && <li>and {faults.length - NAMED} more</li>}
        </ul>
      )}
    </>
  );
}
