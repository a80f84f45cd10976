import { DateField } from '../ui/date-field';
import { unread } from '../ui/typed-field';
import { type FormEvent, useState } from 'react';
import { fromDay } from '../../core/calendar';
import type { DayRow } from '../../core/day';
import { detailsFaults, enterDetails } from '../../core/deeds';
import { type EntryFaults, entryText, markRow } from '../../core/log';
import { useFormCommit, useHousehold } from '../shell/household';
import { EntryFields } from '../ui/entry-fields';
import { newId } from '../ui/id';
import { useShownDay } from './shown-day';

/**
 * Minutes, score and a note: wanted, never demanded. A step without a mark is marked done by keeping them. It stands in the row and is
 * typed into at once, so that it may not wait for what forms in dialogs need: its texts are read by core alone.
 */
export function Details({ row, close }: { row: DayRow; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { on: day } = useShownDay();
  const date = fromDay(day);
  const [text, setText] = useState(() => entryText(row.mark, date));
  const [faults, setFaults] = useState<EntryFaults>({});

  const keep = async (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    if (unread(e.currentTarget)) return;
    const on = { enrolmentId: row.enrolment.id, stepId: row.step.id, day };
    const wish = { enrolmentId: on.enrolmentId, stepId: on.stepId, date, kind: row.mark?.kind ?? ('done' as const) };
    const wrong = detailsFaults(markRow(household, wish, ''), text, date);
    if (wrong) return setFaults(wrong);
    const words = `minutes, score and note of ${row.step.lesson.title}`;
    if (await commit(words, (now) => enterDetails(now, on, text, newId))) close();
  };

  return (
    <form
      noValidate
      onSubmit={(e) => void keep(e)}
      onKeyDown={(e) => e.key === 'Escape' && close()}
      className="flex flex-wrap items-start gap-3 px-3 pt-1 pb-3 sm:pl-[62px]"
    >
      <EntryFields
        of={(name) => ({
          fault: faults[name],
          value: text[name],
          onChange: (e) => setText({ ...text, [name]: e.target.value }),
        })}
        date={
          <DateField
            label="on"
            fault={faults.date}
            max={date}
            value={text.date}
            onChange={(date) => setText({ ...text, date })}
          />
        }
        partly={row.mark?.kind === 'partly'}
        planned={row.minutes}
        autoFocus
      />
      <div className="flex gap-2 self-end">
        <button type="submit" className="btn btn-strong">
          Save
        </button>
        <button type="button" className="btn" onClick={close}>
          Cancel
        </button>
      </div>
    </form>
  );
}
