import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { boolean, mixed, object, type ObjectSchema, string } from 'yup';
import { flatten, stepName } from '../../core/course';
import { byId, type Kind, KINDS, type Material, type Need } from '../../core/household';
import { needWords, readAmount, sittingsWith } from '../../core/materials';
import { useFormCommit, useHousehold } from '../shell/household';
import { courseOptions } from '../ui/course-options';
import { NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { ChoiceField, lessonOptions } from '../ui/choice';
import { count } from '../ui/words';

const WHICH = {
  lesson: 'one lesson or step',
  lessons: 'every lesson, or every so many',
  kind: 'every step of a kind',
  course: 'the course, once for all of it',
} as const;
type Which = keyof typeof WHICH;

interface Values {
  courseId: string;
  which: Which;
  lessonId: string;
  stepId: string;
  every: string;
  kind: Kind;
  from: string;
  to: string;
  quantity: string;
  per: Need['per'];
  atOnce: boolean;
}
const schema: ObjectSchema<Values> = object({
  courseId: string().required('Put a course on the shelf first.'),
  which: mixed<Which>().defined(),
  lessonId: string().defined(),
  stepId: string().defined(),
  every: string()
    .defined()
    .trim()
    .matches(/^[1-9]\d{0,2}$/, 'Give a whole number from 1 to 999.'),
  kind: mixed<Kind>().defined(),
  from: string().defined(),
  to: string().defined(),
  quantity: string()
    .defined()
    .trim()
    .test('number', 'Give how many, a number above 0.', (v) => (readAmount(v) ?? 0) > 0 && readAmount(v)! <= 100_000),
  per: mixed<Need['per']>().defined(),
  atOnce: boolean().defined(),
});

/** Which lessons use a thing, one by one or by a rule, and how many. */
export function NeedForm({ material, close }: { material: Material; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit({ stays: true });
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ courseId: household.courses[0]?.id ?? '', which: 'lesson', lessonId: '', stepId: '', every: '1' },
      ...{ kind: 'introduce', from: '', to: '', quantity: '1', per: 'child', atOnce: false },
    },
  });
  const { errors } = formState;
  const now = useWatch({ control }) as Values;
  const course = byId(household.courses, now.courseId);
  const lessons = course?.units.flatMap((u) => u.lessons) ?? [];
  const lesson = lessons.find((l) => l.id === now.lessonId) ?? lessons[0];
  const needs = household.needs.filter((n) => n.materialId === material.id);
  const steps = course && lesson ? flatten(course).filter((s) => s.lesson.id === lesson.id) : [];

  const add = async (v: Values) => {
    if (!course || !lesson) return;
    const common = {
      ...{ id: newId(), materialId: material.id, courseId: course.id, quantity: readAmount(v.quantity)!, per: v.per },
      ...(v.atOnce ? { atOnce: true } : {}),
    };
    const between = { ...(v.from ? { fromLessonId: v.from } : {}), ...(v.to ? { toLessonId: v.to } : {}) };
    const every = Number(v.every);
    const put: Need =
      v.which === 'lesson'
        ? { ...common, lessonId: lesson.id, ...(v.stepId ? { stepId: v.stepId } : {}) }
        : {
            ...common,
            rule: {
              for: v.which,
              ...(v.which === 'lessons' && every > 1 ? { every } : {}),
              ...(v.which === 'kind' ? { kind: v.kind } : {}),
              ...between,
            },
          };
    await commit(`${needWords(household, put)}: ${material.name}`, [{ table: 'needs', put }]);
  };
  const removedWords = (n: Need) => {
    const sittings = material.consumable ? sittingsWith(household, n.id) : 0;
    const stays = sittings > 0 ? `; what ${count(sittings, 'sitting')} had used stays used` : '';
    return `need of ${material.name} removed${stays}`;
  };
  const lessonChoice = (label: string, name: 'from' | 'to', none: string) => (
    <ChoiceField label={label} control={control} name={name} options={lessonOptions(lessons, none)} />
  );
  const forget = () => {
    for (const field of ['lessonId', 'stepId', 'from', 'to'] as const) setValue(field, '');
  };
  return (
    <FormDialog
      wide
      title={`Lessons that use ${material.name}`}
      close={close}
      keep="Add this"
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(add)(e);
      }}
    >
      <ul className="max-h-56 overflow-y-auto" tabIndex={0} aria-label="Lessons that use it">
        {needs.length === 0 && <li className="text-soft">No lesson uses it yet.</li>}
        {needs.map((n) => (
          <li key={n.id} className="flex items-center justify-between gap-3 border-b border-rule">
            <span className="wrap-break-word">{needWords(household, n)}</span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() => void commit(removedWords(n), [{ table: 'needs', remove: n.id }])}
              aria-label={`Remove: ${needWords(household, n)}`}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <div className="grid gap-4 sm:grid-cols-2">
        <SelectField
          label="Course"
          fault={errors.courseId?.message}
          options={courseOptions(household.courses)}
          {...register('courseId', { onChange: forget })}
        />
        <SelectField
          label="It is used by"
          options={(Object.keys(WHICH) as Which[]).map((w) => [w, WHICH[w]] as const)}
          {...register('which')}
        />
        {now.which === 'lesson' && (
          <>
            <ChoiceField
              label="Lesson"
              control={control}
              name="lessonId"
              options={lessons.map((l, i) => ({ value: i === 0 ? '' : l.id, words: l.title }))}
              then={() => setValue('stepId', '')}
            />
            <ChoiceField
              label="Step"
              control={control}
              name="stepId"
              options={[
                { value: '', words: 'the whole lesson' },
                ...steps.map((s) => ({ value: s.id, words: stepName(s) })),
              ]}
            />
          </>
        )}
        {now.which === 'lessons' && (
          <NumberField
            label="Every so many lessons"
            hint="1: every one."
            fault={errors.every?.message}
            className="w-24"
            {...register('every')}
          />
        )}
        {now.which === 'kind' && (
          <SelectField label="Kind" options={KINDS.map((k) => [k, k] as const)} {...register('kind')} />
        )}
        {now.which !== 'lesson' && (
          <>
            {lessonChoice('From', 'from', 'the first lesson')}
            {lessonChoice('To', 'to', 'the last lesson')}
          </>
        )}
        <div className="flex gap-3">
          <NumberField
            decimal
            label="How many"
            fault={errors.quantity?.message}
            className="w-24"
            {...register('quantity')}
          />
          <SelectField
            label="For"
            options={[
              ['child', 'each child'],
              ['shared', 'all together'],
            ]}
            {...register('per')}
          />
        </div>
        {!material.consumable && (
          <label className="flex min-h-touch items-center gap-2 self-end">
            <input type="checkbox" {...register('atOnce')} /> all need it at the same time
          </label>
        )}
      </div>
    </FormDialog>
  );
}
