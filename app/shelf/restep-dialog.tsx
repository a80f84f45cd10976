import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { mixed, object, type ObjectSchema, string } from 'yup';
import { restep } from '../../core/course';
import type { Course } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { asPattern, type Counts, noSteps, StepsOfLesson } from './steps-of-lesson';
import { newId } from '../ui/id';
import { ChoiceField, lessonOptions } from '../ui/choice';

interface Values {
  from: string;
  to: string;
  steps: Counts;
}
const schema: ObjectSchema<Values> = object({
  from: string().required(),
  to: string().required(),
  steps: mixed<Counts>().required(),
});

/** The same steps for a whole book or a stretch of it, with what that comes to before it is kept. */
export function RestepDialog({ course, close }: { course: Course; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const lessons = course.units.flatMap((u) => u.lessons);
  const { handleSubmit, control } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      from: lessons[0]?.id ?? '',
      to: lessons.at(-1)?.id ?? '',
      steps: noSteps({ introduce: 1, practise: 2, review: 1 }),
    },
  });
  const [from, to, steps] = useWatch({ control, name: ['from', 'to', 'steps'] });
  const marked = useMemo(() => {
    const enrolments = new Set(household.enrolments.filter((e) => e.courseId === course.id).map((e) => e.id));
    return new Set(household.marks.filter((m) => enrolments.has(m.enrolmentId)).map((m) => m.stepId));
  }, [household, course]);
  const result = useMemo(
    () => restep(course, from, to, asPattern(steps), marked, newId),
    [course, from, to, steps, marked],
  );
  const keep = handleSubmit(async () => {
    const puts = [{ table: 'courses' as const, put: result.course }];
    if (await commit(`${course.title}: steps of ${count(result.lessons, 'lesson')}`, puts)) close();
  });
  return (
    <FormDialog
      title="Change many lessons at once"
      wide
      close={close}
      keep="Give them these steps"
      disabled={result.steps === 0}
      onSubmit={(e) => void keep(e)}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField label="From" options={lessonOptions(lessons)} control={control} name="from" />
        <ChoiceField label="To" options={lessonOptions(lessons)} control={control} name="to" />
      </div>
      <Controller
        control={control}
        name="steps"
        render={({ field }) => <StepsOfLesson value={field.value} onChange={field.onChange} />}
      />
      <p role="status" className="border border-edge p-3">
        <b>{count(result.lessons, 'lesson')}</b> with {count(result.steps, 'step')}.
        {result.kept.length > 0 &&
          ` ${count(result.kept.length, 'lesson stays', 'lessons stay')} as they are, since the record names their steps.`}
      </p>
    </FormDialog>
  );
}
