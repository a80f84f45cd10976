import { useState } from 'react';
import { clockOf, fromDay, toDay } from '../../core/calendar';
import type { Both } from '../../core/merge';
import { count } from '../../core/words';
import { type MergePreview, readMergeFile, type WithPictures } from '../../worker/files';
import { useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';
import { Dialog } from '../ui/dialog';
import { FileButton } from '../ui/file-button';
import { FileProgress, useFileReading } from '../ui/file-progress';
import { minuteNow } from '../ui/minute';
import { takePictures } from './pictures';

/** What a file would bring to the household as it was after a certain writing. */
type Preview = Exclude<MergePreview, { fault: string }> & WithPictures & { revision: number };
type Mergeable = Exclude<Preview, { epochs: true }>;

/** Two devices, one household: what another device wrote is taken in from its backup, seen first. */
export function Merging() {
  const { today, store, which, say, household } = useHousehold();
  const style = household.settings.dateStyle;
  const opened = useFileReading();
  const [fault, setFault] = useState<string>();
  const [preview, setPreview] = useState<Preview>();

  const choose = async (chosen: File) => {
    setFault(undefined);
    const { revision, ...ours } = await store.content();
    const result = await opened.read((watch) => readMergeFile(chosen, ours, Date.now(), watch));
    if ('fault' in result) setFault(result.fault);
    else setPreview({ ...result, revision });
  };
  const guarded = async (work: () => Promise<string>) => {
    try {
      if (preview) await takePictures(which, preview.pictures);
      say(await work());
    } catch (error) {
      say(String((error as Error).message), true);
    }
    setPreview(undefined);
  };
  const take = (p: Mergeable, others: Both[]) =>
    guarded(async () => {
      const came = await store.mergeIn(`the file of ${longDate(style, toDay(p.asOf))} merged`, p.theirs, others, p);
      return came ? 'Merged. Undo takes the whole merge back.' : 'Merged: nothing in the file was new here.';
    });
  const theirsHold = (p: Preview) =>
    guarded(async () => {
      await store.replace(p.theirs, fromDay(today), 'before the other device’s household took its place', {
        keep: true,
        at: clockOf(minuteNow()),
        same: 'theirs',
      });
      return 'The file’s household is here now. What was here before is kept under “Older copies”.';
    });

  return (
    <>
      <h3 className="pt-3">Two devices, one household</h3>
      <p>
        Mark on the phone in the morning and plan on the laptop at night: a backup of the one is merged into the other.
        What is new on either side is kept; you see first what changes.
      </p>
      <FileButton className="self-start" accept=".json,.zip,application/json,application/zip" onFile={choose}>
        Merge a file
      </FileButton>
      <FileProgress reading={opened} />
      {fault && (
        <p role="alert" className="border-2 border-ink p-3">
          <b>Nothing was changed.</b> {fault}
        </p>
      )}
      <details>
        <summary className="cursor-pointer py-2">How two devices keep one household</summary>
        <ol className="list-decimal pl-6">
          <li>On the first device, make a backup.</li>
          <li>
            Carry the file to the second one (a cable, a shared drive, a message to yourself) and <b>restore</b> it
            there, once. From now on the two know each other.
          </li>
          <li>
            Use both. When they should meet, make a backup on the one and <b>merge</b> it on the other; then a backup of
            that one, merged on the first.
          </li>
          <li>
            In whatever order files are merged, and however often, the same comes of it. Of a field that both changed,
            what was written later is taken; the other value is shown, one press away.
          </li>
          <li>
            Restoring an old backup later goes back to it: the two then ask which of them holds before they are merged.
          </li>
        </ol>
        <p className="pt-2">
          A tablet at home can also open the page from this machine’s own address. Over a plain address (http://…)
          browsers do not let a page work without the network or be installed, and some do not keep its data for good:
          make backups of it, or serve it over HTTPS.
        </p>
      </details>
      <Dialog open={preview !== undefined} onClose={() => setPreview(undefined)} title="Merge a file" wide>
        {preview && 'epochs' in preview ? (
          <div className="flex flex-col gap-4">
            <p>
              Since the two devices last met, one of them was set back to an earlier backup. Which of the two holds?
            </p>
            <div className="flex flex-wrap gap-2">
              <button type="button" className="btn" onClick={() => void theirsHold(preview)}>
                The file of {longDate(style, toDay(preview.asOf), today)} holds: it takes the place of what is here
              </button>
              <button
                type="button"
                className="btn"
                onClick={() => {
                  setPreview(undefined);
                  say('Nothing was changed. Make a backup here and restore it on the other device.');
                }}
              >
                This device holds: nothing changes here
              </button>
            </div>
          </div>
        ) : (
          preview && (
            <Look
              preview={preview}
              onMerge={(others) => void take(preview, others)}
              onLeave={() => setPreview(undefined)}
            />
          )
        )}
      </Dialog>
    </>
  );
}

/** What a merge would bring; of what both wrote, which is taken. */
function Look({
  preview,
  onMerge,
  onLeave,
}: {
  preview: Mergeable;
  onMerge: (others: Both[]) => void;
  onLeave: () => void;
}) {
  const { household, today } = useHousehold();
  const [others, setOthers] = useState<ReadonlySet<Both>>(new Set());
  const { here, there, both, ahead, pictures } = preview;
  const notes = [
    ...preview.notes,
    ...preview.left,
    ...(pictures.length > 0
      ? [`${count(pictures.length, 'picture')} of work ${pictures.length === 1 ? 'comes' : 'come'} with the file.`]
      : []),
  ];
  const turn = (b: Both, taken: Both['taken']) =>
    setOthers((was) => {
      const next = new Set(was);
      if (taken === b.taken) next.delete(b);
      else next.add(b);
      return next;
    });
  return (
    <div className="flex flex-col gap-4">
      <p className="text-soft">
        The file is of {longDate(household.settings.dateStyle, toDay(preview.asOf), today)}. Nothing is changed until
        you press Merge.
      </p>
      {ahead > 0 && (
        <p className="border-2 border-ink p-3">
          The clock of the other device runs {count(ahead, 'day')} ahead of this one: what was written there counts as
          later. Set its clock right before you go on using it.
        </p>
      )}
      <Lines title="New for this device" lines={here} none="Nothing: all that is in the file is here already." />
      <Lines
        title="Only on this device so far"
        lines={there}
        none={
          both.length > 0 ? 'Nothing but what is changed on both, below.' : 'Nothing: the other device has all of it.'
        }
        then="The other device gets it once a new backup of this one is merged there."
      />
      {both.length > 0 && (
        <div>
          <h3>Changed on both</h3>
          <p className="text-soft">What was written later is chosen; choose the other where it is the right one.</p>
          <ul>
            {both.map((b) => {
              const taken = others.has(b.both) ? (b.both.taken === 'ours' ? 'theirs' : 'ours') : b.both.taken;
              return (
                <li key={`${b.both.table} ${b.both.id} ${b.both.cell}`} className="border-b border-rule py-1">
                  <fieldset className="flex flex-wrap items-baseline gap-x-4">
                    <legend className="font-medium wrap-anywhere">
                      {b.words.of}
                      {b.words.what && `: ${b.words.what}`}
                    </legend>
                    {(['ours', 'theirs'] as const).map((side) => (
                      <label key={side} className="flex min-h-11 items-center gap-2 wrap-anywhere">
                        <input
                          type="radio"
                          name={`${b.both.table} ${b.both.id} ${b.both.cell}`}
                          checked={taken === side}
                          onChange={() => turn(b.both, side)}
                        />
                        {side === 'ours' ? 'here' : 'in the file'}: {b.words[side]}
                      </label>
                    ))}
                  </fieldset>
                </li>
              );
            })}
          </ul>
        </div>
      )}
      {notes.length > 0 && (
        <ul className="list-disc pl-6">
          {notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
      <div className="flex gap-2">
        <button type="button" className="btn btn-strong" onClick={() => onMerge([...others])}>
          Merge
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          Cancel
        </button>
      </div>
    </div>
  );
}

function Lines({
  title,
  lines,
  none,
  then,
}: {
  title: string;
  lines: readonly { what: string; names: string }[];
  none: string;
  then?: string;
}) {
  return (
    <div>
      <h3>{title}</h3>
      {lines.length === 0 ? (
        <p className="text-soft">{none}</p>
      ) : (
        <>
          <ul>
            {lines.map((l) => (
              <li key={l.what} className="wrap-anywhere">
                {l.what}
                {l.names && <span className="text-soft">: {l.names}</span>}
              </li>
            ))}
          </ul>
          {then && <p className="text-soft">{then}</p>}
        </>
      )}
    </div>
  );
}
