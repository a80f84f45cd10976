import { useState } from 'react';
import { JOTTING_KINDS, type JottingKind } from '../../core/household';
import { weekStart } from '../../core/calendar';
import { jottingRow, readJotting } from '../../core/jot';
import { useFormCommit, useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { FormDialog } from '../ui/form-dialog';
import { Field, InputField } from '../ui/field';
import { newId } from '../ui/id';

const WORDS: Record<JottingKind, string> = {
  errand: 'errand',
  buy: 'thing to buy',
  note: 'note',
  reminder: 'reminder',
};
const LANDS: Record<JottingKind, string> = {
  errand: 'It stands under Today and in the week until it is ticked.',
  buy: 'It stands under Materials, to buy.',
  note: 'It stands on the day’s page and in the record.',
  reminder: 'It stands in its week, and on Today once that week has come.',
};

/** One line written down from anywhere: what it is and when is read from the words, and can be put right. */
export default function JotDialog({ close }: { close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { firstDay, dateStyle } = household.settings;
  const [line, setLine] = useState('');
  const [chosen, setChosen] = useState<JottingKind>();
  const [week, setWeek] = useState<number | 'none'>();
  const read = readJotting(line);
  const kind = chosen ?? read.kind;
  const weeks = week === undefined ? (read.weeks ?? (kind === 'reminder' ? 0 : undefined)) : week;
  const start = weekStart(today, firstDay);
  const keep = async () => {
    if (!line.trim()) return;
    const row = jottingRow(
      { kind, text: read.text, weeks: typeof weeks === 'number' ? weeks : undefined },
      today,
      firstDay,
      newId(),
    );
    if (await commit(`jotted down: ${row.text}`, [{ table: 'jottings', put: row }])) close();
  };
  return (
    <FormDialog
      title="Jot down"
      close={close}
      keep="Jot it down"
      disabled={!line.trim()}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <InputField
        label="What came up"
        hint="“buy glue”, “note: …”, “remind me of the fair in two weeks”"
        autoFocus
        autoComplete="off"
        maxLength={500}
        value={line}
        onChange={(e) => setLine(e.target.value)}
      />
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <fieldset>
          <legend className="label">it is a</legend>
          <div className="flex flex-wrap gap-x-4">
            {JOTTING_KINDS.map((k) => (
              <label key={k} className="flex min-h-touch items-center gap-2">
                <input type="radio" name="kind" checked={kind === k} onChange={() => setChosen(k)} /> {WORDS[k]}
              </label>
            ))}
          </div>
        </fieldset>
        {(kind === 'errand' || kind === 'reminder') && (
          <Field label="for">
            {(p) => (
              <select
                {...p}
                value={weeks ?? 'none'}
                onChange={(e) => setWeek(e.target.value === 'none' ? 'none' : Number(e.target.value))}
              >
                {kind === 'errand' && <option value="none">whenever</option>}
                {Array.from({ length: Math.max(13, Number(weeks ?? 0) + 1) }, (_, i) => (
                  <option key={i} value={i}>
                    {i === 0
                      ? 'this week'
                      : i === 1
                        ? 'next week'
                        : `the week of ${shortDate(dateStyle, start + 7 * i, today)}`}
                  </option>
                ))}
              </select>
            )}
          </Field>
        )}
      </div>
      <p className="text-aside text-soft" role="status">
        {LANDS[kind]}
      </p>
    </FormDialog>
  );
}
