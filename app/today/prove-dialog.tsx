import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay } from '../../core/calendar';
import { stepName } from '../../core/course';
import type { DayRow } from '../../core/day';
import { byId, titleOf } from '../../core/household';
import { remainingSteps } from '../../core/pace';
import { planProof, proofEffect, proofRows } from '../../core/proof';
import { known } from '../../core/deeds';
import { useFormCommit, useHousehold } from '../shell/household';
import { FormDialog } from '../ui/form-dialog';
import { RadioField } from '../ui/field';
import { count, inHand } from '../ui/words';
import { newId } from '../ui/id';
import { ChoiceField } from '../ui/choice';

interface Values {
  to: string;
  how: 'check' | 'known';
}
const schema: ObjectSchema<Values> = object({
  to: string().required(),
  how: string()
    .oneOf(['check', 'known'] as const)
    .required(),
});

/** “Known from here on”: how far, what is kept to prove it, what falls away, and what that earns. */
export default function ProveDialog({
  row,
  day,
  close,
}: {
  row: Pick<DayRow, 'enrolment' | 'step'>;
  day: Day;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const { enrolment, step } = row;
  const course = byId(household.courses, enrolment.courseId)!;
  const lessons = useMemo(() => {
    const open = remainingSteps(household, enrolment).filter((s) => s.index >= step.index && s.lesson.steps.length > 0);
    const ends = new Map(open.map((s) => [s.lesson.id, s]));
    return [...ends.values()];
  }, [household, enrolment, step]);
  const { register, handleSubmit, control } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { to: lessons[0]?.id ?? step.id, how: 'check' },
  });
  const [to, how] = useWatch({ control, name: ['to', 'how'] });
  const proving = how === 'check';
  const plan = useMemo(() => {
    const p = planProof(household, enrolment, step.id, to);
    return proving ? p : { kept: [], fall: [...p.fall, ...p.kept].sort((a, b) => a.index - b.index) };
  }, [household, enrolment, step, to, proving]);
  const rows = useMemo(
    () => proofRows(household, enrolment, plan, fromDay(day), newId),
    [household, enrolment, plan, day],
  );
  const effect = year && proofEffect(household, year, enrolment, today, rows);
  const before = effect?.before.daysInHand;
  const after = effect?.after.daysInHand;

  const keep = handleSubmit(async () => {
    const label = `${titleOf(household, course.id)}: ${count(plan.fall.length, 'step')} known`;
    const from = { enrolmentId: enrolment.id, stepId: step.id, day };
    if (await commit(label, (now) => known(now, from, to, proving, newId))) close();
  });
  return (
    <FormDialog
      title={`${titleOf(household, course.id)}: known from ${step.lesson.title} on`}
      close={close}
      keep={proving ? 'Check and move on' : 'All of it is known'}
      disabled={plan.fall.length === 0}
      onSubmit={(e) => void keep(e)}
    >
      <ChoiceField
        label="Up to the end of"
        autoFocus
        options={lessons.map((s) => ({ value: s.id, words: s.lesson.title }))}
        control={control}
        name="to"
      />
      <RadioField
        options={[
          ['check', 'check it and move on'],
          ['known', 'nothing to check: all of it is known'],
        ]}
        {...register('how')}
      />
      <div role="status" className="border border-edge p-3">
        {plan.kept.length > 0 && (
          <>
            <p>Kept to check it, one a sitting:</p>
            <ol className="pb-2">
              {plan.kept.map((s, i) => (
                <li key={s.id}>
                  {i + 1}. {s.lesson.title}, <i>{stepName(s)}</i>
                </li>
              ))}
            </ol>
          </>
        )}
        <p>
          <b>{count(plan.fall.length, 'step falls away', 'steps fall away')}.</b>{' '}
          {before !== undefined && (
            <>
              Now {inHand(before)}, then{' '}
              <b>
                {after === undefined ? 'finished' : inHand(after)}
                {after !== undefined && after > before && ` (+${count(after - before, 'day')})`}
              </b>
              .
            </>
          )}
        </p>
      </div>
    </FormDialog>
  );
}
