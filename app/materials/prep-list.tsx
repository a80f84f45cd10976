import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema } from 'yup';
import { prepareLine } from '../../core/deeds';
import { lastForIt, lineKey, lineName, type PrepLine, prepWords } from '../../core/prepare';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { asNumber, whole } from '../ui/whole';

/** Lessons to make ready, each with a box to tick; how long it took can be said, and is learned from. */
export function PrepList({ lines }: { lines: readonly PrepLine[] }) {
  const { household, today, commit } = useHousehold();
  const [timed, setTimed] = useState<PrepLine>();
  const style = household.settings.dateStyle;
  return (
    <>
      <ul aria-label="To make ready">
        {lines.map((line) => (
          <li key={lineKey(line)} className="flex items-center gap-x-3 border-b border-rule">
            <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
              <input
                type="checkbox"
                checked={false}
                onChange={() => void commit(`${lineName(line)}: done`, (now) => prepareLine(now, line, today, newId))}
              />
              <span className="min-w-0 flex-1 wrap-anywhere">
                {lineName(line)}
                <span
                  className={`block text-aside ${line.late === undefined && line.on.length > 0 ? 'text-soft' : ''}`}
                >
                  {prepWords(style, line, today)}
                </span>
                {line.kind === 'laminate' && lastForIt(household, line.courseId) && (
                  <span className="block text-aside text-soft">
                    Nobody younger will want it: a page protector does as well.
                  </span>
                )}
              </span>
            </label>
            {!line.instalment && (
              <button
                type="button"
                className="press page-link cursor-pointer px-2 text-soft print:hidden"
                aria-label={`${lineName(line)}: it took other than ${line.minutes} min`}
                onClick={() => setTimed(line)}
              >
                {line.minutes} min
              </button>
            )}
          </li>
        ))}
      </ul>
      {timed && <Took line={timed} close={() => setTimed(undefined)} />}
    </>
  );
}

const schema: ObjectSchema<{ minutes: number }> = object({ minutes: whole(0, 1440, 'whole minutes') });

/** Made ready, in other minutes than were thought. */
function Took({ line, close }: { line: PrepLine; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { minutes: line.minutes },
  });
  const keep = handleSubmit(async ({ minutes }) => {
    const words = `${lineName(line)}: done in ${minutes} min`;
    if (await commit(words, (now) => prepareLine(now, line, today, newId, minutes))) close();
  });
  return (
    <FormDialog title={lineName(line)} close={close} keep="Made ready" onSubmit={(e) => void keep(e)}>
      <InputField
        label="How many minutes it took"
        hint="From the third time on, the next ones are reckoned by it."
        inputMode="numeric"
        className="w-24"
        fault={formState.errors.minutes?.message}
        {...register('minutes', asNumber)}
      />
    </FormDialog>
  );
}
