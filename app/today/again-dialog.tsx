import { useState } from 'react';
import { type Day, fromDay, isIsoDate } from '../../core/calendar';
import type { DayRow } from '../../core/day';
import { byId, type Mastery } from '../../core/household';
import { redo } from '../../core/deeds';
import { type AgainScope, againSteps, masteryOf } from '../../core/proof';
import { useFormCommit, useHousehold } from '../shell/household';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { DateField } from '../ui/date-field';

/** “Again”, for more than one step: the lesson, or all since a date; held in front, or back as review. */
export default function AgainDialog({ row, day, close }: { row: DayRow; day: Day; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { enrolment, step } = row;
  const course = byId(household.courses, enrolment.courseId)!;
  const [kind, setKind] = useState<AgainScope['kind']>('lesson');
  const [since, setSince] = useState(fromDay(day - 7));
  const [mastery, setMastery] = useState<Mastery>(masteryOf(household, course));
  const scope: AgainScope = kind === 'since' ? { kind, date: isIsoDate(since) ? since : fromDay(day) } : { kind };
  const steps = againSteps(household, enrolment, step.id, scope);
  const keep = async () => {
    const label = `${course.title}: ${count(steps.length, 'step')} again`;
    const on = { enrolmentId: enrolment.id, stepId: step.id, day };
    if (await commit(label, (now) => redo(now, on, scope, mastery, newId))) close();
  };
  const choice = (value: AgainScope['kind'], words: string) => (
    <label className="flex min-h-touch items-center gap-2">
      <input type="radio" name="scope" checked={kind === value} onChange={() => setKind(value)} /> {words}
    </label>
  );
  return (
    <FormDialog
      title={`${course.title}, ${step.lesson.title}: again`}
      close={close}
      keep="Do it again"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <fieldset className="flex flex-col">
        <legend className="label">How much</legend>
        {choice('step', 'this step alone')}
        {choice('lesson', 'all that was done of this lesson')}
        <div className="flex flex-wrap items-center gap-2">
          {choice('since', 'everything done since')}
          <DateField
            bare
            label="since"
            value={since}
            max={fromDay(day)}
            onChange={(v) => {
              setSince(v);
              setKind('since');
            }}
          />
        </div>
      </fieldset>
      <fieldset className="flex flex-col">
        <legend className="label">Until it sticks</legend>
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" name="way" checked={mastery === 'hold'} onChange={() => setMastery('hold')} /> hold the
          next lesson
        </label>
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" name="way" checked={mastery === 'move on'} onChange={() => setMastery('move on')} /> go
          on, and review behind the next lesson
        </label>
      </fieldset>
      <p role="status" className="border border-edge p-3">
        <b>{count(steps.length, 'step comes', 'steps come')} back.</b>
      </p>
    </FormDialog>
  );
}
