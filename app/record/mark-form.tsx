import { type FormEvent, useState } from 'react';
import { fromDay } from '../../core/calendar';
import { MARK_KINDS, type MarkKind } from '../../core/household';
import { correctMark, detailsFaults } from '../../core/deeds';
import { type EntryFaults, entryText, type RecordLine } from '../../core/log';
import { useFormCommit, useHousehold } from '../shell/household';
import { EntryFields } from '../ui/entry-fields';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { MARK_WORDS } from '../ui/words';

/** Mends one mark of the record, or takes it out. */
export function MarkForm({ line, close }: { line: RecordLine; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const { mark, course, words } = line;
  const latest = fromDay(today) > mark.date ? fromDay(today) : mark.date;
  const [kind, setKind] = useState<MarkKind>(mark.kind);
  const [text, setText] = useState(() => entryText(mark, mark.date));
  const [faults, setFaults] = useState<EntryFaults>({});
  const what = `${course.title} ${words}`;
  const keep = async (e: FormEvent) => {
    e.preventDefault();
    const wrong = detailsFaults({ ...mark, kind }, text, latest);
    if (wrong) return setFaults(wrong);
    if (await commit(`record of ${what} mended`, (now) => correctMark(now, mark.id, kind, text, latest))) close();
  };
  const kinds = MARK_KINDS.filter((k) => (mark.childId ? k === 'missed' || k === 'done' : k !== 'missed'));
  return (
    <FormDialog title={what} close={close} onSubmit={(e) => void keep(e)}>
      <Field label="Mark">
        {(p) => (
          <select {...p} value={kind} onChange={(e) => setKind(e.target.value as MarkKind)}>
            {kinds.map((k) => (
              <option key={k} value={k}>
                {MARK_WORDS[k].word} ({MARK_WORDS[k].meaning})
              </option>
            ))}
          </select>
        )}
      </Field>
      <div className="flex flex-wrap items-start gap-3">
        <EntryFields value={text} onChange={setText} faults={faults} partly={kind === 'partly'} latest={latest} />
      </div>
      <button
        type="button"
        className="btn self-start"
        onClick={() =>
          void commit(`mark taken off ${what}`, [{ table: 'marks', remove: mark.id }]).then((done) => done && close())
        }
      >
        Take this mark out of the record
      </button>
    </FormDialog>
  );
}
