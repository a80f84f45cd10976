import { useMemo, useState } from 'react';
import { restep } from '../../core/course';
import type { Course } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { FormDialog } from '../ui/form-dialog';
import { Field } from '../ui/field';
import { count } from '../ui/words';
import { asPattern, noSteps, StepsOfLesson } from './steps-of-lesson';
import { newId } from '../ui/id';
import { Choice, lessonOptions } from '../ui/choice';

/** The same steps for a whole book or a stretch of it, with what that comes to before it is kept. */
export function RestepDialog({ course, close }: { course: Course; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const lessons = course.units.flatMap((u) => u.lessons);
  const [from, setFrom] = useState(lessons[0]?.id ?? '');
  const [to, setTo] = useState(lessons.at(-1)?.id ?? '');
  const [steps, setSteps] = useState(noSteps({ introduce: 1, practise: 2, review: 1 }));
  const marked = useMemo(() => {
    const enrolments = new Set(household.enrolments.filter((e) => e.courseId === course.id).map((e) => e.id));
    return new Set(household.marks.filter((m) => enrolments.has(m.enrolmentId)).map((m) => m.stepId));
  }, [household, course]);
  const result = useMemo(
    () => restep(course, from, to, asPattern(steps), marked, newId),
    [course, from, to, steps, marked],
  );
  const choose = (label: string, value: string, set: (id: string) => void) => (
    <Field label={label}>
      {(p) => <Choice {...p} options={lessonOptions(lessons)} value={value} onChange={set} />}
    </Field>
  );
  return (
    <FormDialog
      title="Change many lessons at once"
      wide
      close={close}
      keep="Give them these steps"
      disabled={result.steps === 0}
      onSubmit={(e) => {
        e.preventDefault();
        void commit(`${course.title}: steps of ${count(result.lessons, 'lesson')}`, [
          { table: 'courses', put: result.course },
        ]).then((done) => done && close());
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        {choose('From', from, setFrom)}
        {choose('To', to, setTo)}
      </div>
      <StepsOfLesson value={steps} onChange={setSteps} />
      <p role="status" className="border border-edge p-3">
        <b>{count(result.lessons, 'lesson')}</b> with {count(result.steps, 'step')}.
        {result.kept.length > 0 &&
          ` ${count(result.kept.length, 'lesson stays', 'lessons stay')} as they are, since the record names their steps.`}
      </p>
    </FormDialog>
  );
}
