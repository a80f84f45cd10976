import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay, isIsoDate } from '../../core/calendar';
import type { DayRow } from '../../core/day';
import { byId, type Mastery, titleOf } from '../../core/household';
import { redo } from '../../core/deeds';
import { type AgainScope, againSteps, masteryOf } from '../../core/proof';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateField } from '../ui/date-field';
import { RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { count } from '../ui/words';

interface Values {
  kind: AgainScope['kind'];
  since: string;
  mastery: Mastery;
}
const schema: ObjectSchema<Values> = object({
  kind: string()
    .oneOf(['step', 'lesson', 'since'] as const)
    .required(),
  since: string()
    .defined()
    .when('kind', { is: 'since', then: (s) => s.test('day', 'Give a day that exists.', isIsoDate) }),
  mastery: string()
    .oneOf(['hold', 'move on'] as const)
    .required(),
});

/** “Again”, for more than one step: the lesson, or all since a date; held in front, or back as review. */
export default function AgainDialog({ row, day, close }: { row: DayRow; day: Day; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { enrolment, step } = row;
  const course = byId(household.courses, enrolment.courseId)!;
  const { register, handleSubmit, control, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { kind: 'lesson', since: fromDay(day - 7), mastery: masteryOf(household, course) },
  });
  const [kind, since] = useWatch({ control, name: ['kind', 'since'] });
  const scope: AgainScope = kind === 'since' ? { kind, date: isIsoDate(since) ? since : fromDay(day) } : { kind };
  const steps = againSteps(household, enrolment, step.id, scope);
  const keep = handleSubmit(async ({ mastery }) => {
    const label = `${titleOf(household, course.id)}: ${count(steps.length, 'step')} again`;
    const on = { enrolmentId: enrolment.id, stepId: step.id, day };
    if (await commit(label, (now) => redo(now, on, scope, mastery, newId))) close();
  });
  return (
    <FormDialog
      title={`${titleOf(household, course.id)}, ${step.lesson.title}: again`}
      close={close}
      keep="Do it again"
      onSubmit={(e) => void keep(e)}
    >
      <div className="flex flex-wrap items-end gap-2">
        <RadioField
          legend="How much"
          options={[
            ['step', 'this step alone'],
            ['lesson', 'all that was done of this lesson'],
            ['since', 'everything done since'],
          ]}
          {...register('kind')}
        />
        <DateField
          bare
          label="since"
          value={since}
          max={fromDay(day)}
          onChange={(v) => {
            setValue('since', v);
            setValue('kind', 'since');
          }}
        />
      </div>
      <RadioField
        legend="Until it sticks"
        options={[
          ['hold', 'hold the next lesson'],
          ['move on', 'go on, and review behind the next lesson'],
        ]}
        {...register('mastery')}
      />
      <p role="status" className="border border-edge p-3">
        <b>{count(steps.length, 'step comes', 'steps come')} back.</b>
      </p>
    </FormDialog>
  );
}
