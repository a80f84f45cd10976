import { minuteNow } from '../ui/minute';
import { useEffect, useState } from 'react';
import { clockOf, fromDay, type IsoDate, toDay } from '../../core/calendar';
import { type Backup, readBackup, type Reading } from '../../core/formats';
import { storedPictures } from '../../core/household';
import { KEPT_DAYS, type KeptCopy, ownBegun } from '../../store';
import { readBackupFile, type WithPictures } from '../../worker/files';
import { useHousehold } from '../shell/household';
import { LAST_BACKUP } from '../shell/notes';
import { fullDate, longDate, shortDate } from '../ui/dates';
import { Dialog } from '../ui/dialog';
import { FileButton } from '../ui/file-button';
import { FileProgress, useFileReading } from '../ui/file-progress';
import { count } from '../ui/words';
import { handBackupOver } from './backup-file';
import { Merging } from './merging';
import { picturesWords, takePictures, tidyPictures } from './pictures';
import { Room, WithoutConnection } from './room';
import { gone } from '../ui/gone';

/** Backup, restore, copies put aside, and the way between the sample and one's own household. */
export default function Keeping() {
  const { trial } = useHousehold();
  if (!trial) return <KeepingPage />;
  return (
    <>
      <h1>Backup</h1>
      <p className="double-rule pt-3">
        This is a trial, and a backup is of a household: go back first. A trial that is kept is in every backup from
        then on.
      </p>
    </>
  );
}

function KeepingPage() {
  const { household, today, store, which, switchTo, freshSample, say } = useHousehold();
  const style = household.settings.dateStyle;
  const [reading, setReading] = useState<Backup & Partial<WithPictures>>();
  const [notes, setNotes] = useState<string[]>([]);
  const opened = useFileReading();
  const packing = useFileReading();
  const [fault, setFault] = useState<string>();
  const [copies, setCopies] = useState<KeptCopy[]>([]);
  const [last, setLast] = useState<IsoDate>();

  useEffect(() => {
    let left = false;
    void Promise.all([store.keptCopies(fromDay(today)), store.note(LAST_BACKUP)]).then(([kept, noted]) => {
      if (left) return;
      setCopies(kept);
      setLast(typeof noted === 'string' ? noted : undefined);
    }, gone);
    return () => {
      left = true;
    };
  }, [store, household, today]);
  useEffect(() => void tidyPictures(store, which).catch(gone), [store, which]);

  const pictures = storedPictures(household);
  const save = async (wanted: 'with pictures' | 'without pictures') => {
    const asOf = fromDay(today);
    try {
      const done = await packing.read((watch) => handBackupOver(store, which, asOf, wanted, watch));
      await store.setNote(LAST_BACKUP, asOf);
      setLast(asOf);
      say(done);
    } catch (error) {
      const stopped = error instanceof DOMException && error.name === 'AbortError';
      say(`No backup was made: ${stopped ? 'packing was stopped.' : (error as Error).message}`, true);
    }
  };

  const take = (result: Reading & Partial<WithPictures>) => {
    if ('fault' in result) setFault(result.fault);
    else {
      setReading({ ...result.backup, pictures: result.pictures ?? [] });
      setNotes([...result.notes, ...(result.left ?? [])]);
    }
  };
  const choose = async (chosen: File) => {
    setFault(undefined);
    take(await opened.read((watch) => readBackupFile(chosen, watch)));
  };
  const restore = async () => {
    if (!reading) return;
    const { pictures: brought = [], left: _, ...content } = reading;
    try {
      await takePictures(which, brought);
      await store.replace(content, fromDay(today), `before the backup of ${reading.asOf} was restored`, {
        keep: true,
        at: clockOf(minuteNow()),
      });
      say('The backup is restored. What was here before is kept under Backup.');
    } catch (error) {
      say(String((error as Error).message), true);
    }
    setReading(undefined);
  };

  return (
    <div>
      <h1 className="pb-2">Backup</h1>
      <div className="double-rule grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-8 pt-4 lg:grid-cols-2">
        <section aria-labelledby="backup" className="flex flex-col gap-3">
          <h2 id="backup">A file with all of it</h2>
          <p>
            Everything stays in this browser, on this machine. A backup is one file with all of it: put it where you
            keep what matters.
          </p>
          <p className="text-soft">
            {last
              ? `The last backup was made on ${longDate(style, toDay(last), today)}.`
              : 'No backup has been made from this browser yet.'}
          </p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-strong" onClick={() => void save('with pictures')}>
              Make a backup
            </button>
            {pictures.length > 0 && (
              <button type="button" className="btn" onClick={() => void save('without pictures')}>
                Without its {pictures.length === 1 ? 'picture' : count(pictures.length, 'picture')}
              </button>
            )}
          </div>
          <FileProgress reading={packing} words="Packing the backup …" stopWords="Stop packing" />
          <h3 className="pt-3">Restore</h3>
          <p>
            A backup replaces what is in {which === 'sample' ? 'the sample household' : 'your household'} now. You see
            first what is in it.
          </p>
          <FileButton className="self-start" accept=".json,.zip,application/json,application/zip" onFile={choose}>
            Choose a backup file
          </FileButton>
          <FileProgress reading={opened} />
          {fault && (
            <p role="alert" className="border-2 border-ink p-3">
              <b>Nothing was changed.</b> {fault}
            </p>
          )}
          <Merging />
        </section>
        <div className="flex flex-col gap-8">
          <section aria-labelledby="which" className="flex flex-col gap-3">
            <h2 id="which">{which === 'sample' ? 'The sample household' : 'Your own household'}</h2>
            {which === 'sample' ? (
              <>
                <p>
                  The keepers of a canal lock and their four children, in the ninth week of their year. Try anything: it
                  never mixes with yours.
                </p>
                <div className="flex flex-wrap gap-2">
                  <button type="button" className="btn btn-strong" onClick={() => void switchTo('own')}>
                    {ownBegun() ? 'Open my own' : 'Start my own'}
                  </button>
                  <button type="button" className="btn" onClick={() => void freshSample()}>
                    Start the sample anew
                  </button>
                </div>
              </>
            ) : (
              <>
                <p>The sample household is still there, apart from yours.</p>
                <button type="button" className="btn self-start" onClick={() => void switchTo('sample')}>
                  Open the sample
                </button>
              </>
            )}
            <h3 className="pt-3">Older copies</h3>
            {copies.length === 0 && (
              <p className="text-soft">
                When a backup is restored, what was here before is kept in this list for {KEPT_DAYS} days.
              </p>
            )}
            <ul>
              {copies.map((c) => (
                <li key={c.n} className="flex items-center justify-between gap-3 border-b border-rule">
                  <span>
                    {longDate(style, toDay(c.date), today)}
                    {c.at && `, ${c.at}`}: {c.why}
                    <span className="text-aside text-soft">
                      {' '}
                      · {Math.max(1, Math.round(c.text.length / 1000))} kB
                    </span>{' '}
                    <span className="text-aside whitespace-nowrap text-soft">
                      · kept until {shortDate(style, toDay(c.date) + KEPT_DAYS, today)}
                    </span>
                  </span>
                  <button type="button" className="btn btn-quiet page-link" onClick={() => take(readBackup(c.text))}>
                    Restore this copy
                  </button>
                </li>
              ))}
            </ul>
          </section>
          <section aria-labelledby="browser" className="flex flex-col gap-3">
            <h2 id="browser">This browser</h2>
            <Room />
            <WithoutConnection />
          </section>
        </div>
      </div>
      <Dialog open={reading !== undefined} onClose={() => setReading(undefined)} title="What is in this backup">
        {reading && (
          <div className="flex flex-col gap-4">
            <table className="figures w-full">
              <thead>
                <tr>
                  <th>
                    <span className="sr-only">What</span>
                  </th>
                  <th>in the backup</th>
                  <th>here now</th>
                </tr>
              </thead>
              <tbody>
                <Compare what="household" there={reading.household.settings.name} here={household.settings.name} />
                <Compare what="as of" there={fullDate(style, toDay(reading.asOf))} here={fullDate(style, today)} />
                {(['children', 'courses', 'enrolments', 'marks', 'materials'] as const).map((t) => (
                  <Compare
                    key={t}
                    what={t === 'enrolments' ? 'courses begun' : t}
                    there={String(reading.household[t].length)}
                    here={String(household[t].length)}
                  />
                ))}
                <Compare
                  what="pictures of work"
                  there={picturesWords(reading.household, reading.pictures)}
                  here={String(pictures.length)}
                />
              </tbody>
            </table>
            {notes.length > 0 && (
              <div>
                <p>
                  In the file some names lead nowhere, or a picture is damaged; nothing that was said is lost by it:
                </p>
                <ul className="list-disc pl-6">
                  {notes.map((n) => (
                    <li key={n}>{n}</li>
                  ))}
                </ul>
              </div>
            )}
            <p>
              Restoring replaces all {count(household.marks.length, 'mark')} and everything else here. What is here now
              is kept under “Older copies” first and can be restored. Undo does not reach behind a restore.
            </p>
            <div className="flex gap-2">
              <button type="button" className="btn btn-strong" onClick={() => void restore()}>
                Restore it
              </button>
              <button type="button" className="btn" onClick={() => setReading(undefined)}>
                Cancel
              </button>
            </div>
          </div>
        )}
      </Dialog>
    </div>
  );
}

function Compare({ what, there, here }: { what: string; there: string; here: string }) {
  return (
    <tr>
      <td className="text-soft">{what}</td>
      <td className="wrap-break-word">{there}</td>
      <td className="wrap-break-word">{here}</td>
    </tr>
  );
}
