import { type FormEvent, useState } from 'react';
import { stepName, flatten } from '../../core/course';
import { byId, type Material, type Need } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';

/** Which lessons or steps need a thing, and how many. */
export function NeedForm({ material, close }: { material: Material; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit({ stays: true });
  const [courseId, setCourse] = useState(household.courses[0]?.id ?? '');
  const course = byId(household.courses, courseId);
  const lessons = course?.units.flatMap((u) => u.lessons) ?? [];
  const [lessonId, setLesson] = useState('');
  const lesson = lessons.find((l) => l.id === lessonId) ?? lessons[0];
  const [stepId, setStep] = useState('');
  const [quantity, setQuantity] = useState('1');
  const [per, setPer] = useState<Need['per']>('child');
  const [fault, setFault] = useState<string>();
  const needs = household.needs.filter((n) => n.materialId === material.id);
  const steps = course && lesson ? flatten(course).filter((s) => s.lesson.id === lesson.id) : [];

  const add = (e: FormEvent) => {
    e.preventDefault();
    const n = Number(quantity.trim().replace(',', '.'));
    if (!lesson || !course) return setFault('Put a course on the shelf first.');
    if (!(n > 0 && n <= 100_000)) return setFault('Give how many, a number above 0.');
    setFault(undefined);
    const put: Need = {
      id: newId(),
      materialId: material.id,
      courseId: course.id,
      lessonId: lesson.id,
      ...(stepId ? { stepId } : {}),
      quantity: n,
      per,
    };
    void commit(`${lesson.title} needs ${material.name}`, [{ table: 'needs', put }]);
  };
  const words = (n: Need) => {
    const c = byId(household.courses, n.courseId);
    const l = c?.units.flatMap((u) => u.lessons).find((x) => x.id === n.lessonId);
    const s = c && n.stepId ? flatten(c).find((x) => x.id === n.stepId) : undefined;
    return `${c?.title ?? ''} ${l?.title ?? 'a lesson no longer there'}${s ? `, ${stepName(s)}` : ''}: ${n.quantity} ${n.per === 'child' ? 'for each child' : 'shared'}`;
  };
  return (
    <FormDialog wide title={`What needs ${material.name}`} close={close} onSubmit={add} keep="Add this need">
      <ul className="max-h-56 overflow-y-auto" tabIndex={0} aria-label="Needs">
        {needs.length === 0 && <li className="text-soft">No lesson needs it yet.</li>}
        {needs.map((n) => (
          <li key={n.id} className="flex items-center justify-between gap-3 border-b border-rule">
            <span className="wrap-break-word">{words(n)}</span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              onClick={() => void commit(`need of ${material.name} removed`, [{ table: 'needs', remove: n.id }])}
              aria-label={`Remove: ${words(n)}`}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Course">
          {(p) => (
            <select
              {...p}
              value={courseId}
              onChange={(e) => {
                setCourse(e.target.value);
                setLesson('');
                setStep('');
              }}
            >
              {household.courses.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.title}
                  {c.level && `, ${c.level}`}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Lesson">
          {(p) => (
            <select
              {...p}
              value={lesson?.id ?? ''}
              onChange={(e) => {
                setLesson(e.target.value);
                setStep('');
              }}
            >
              {lessons.map((l) => (
                <option key={l.id} value={l.id}>
                  {l.title}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Step">
          {(p) => (
            <select {...p} value={stepId} onChange={(e) => setStep(e.target.value)}>
              <option value="">the whole lesson</option>
              {steps.map((s) => (
                <option key={s.id} value={s.id}>
                  {stepName(s)}
                </option>
              ))}
            </select>
          )}
        </Field>
        <div className="flex gap-3">
          <InputField
            label="How many"
            fault={fault}
            inputMode="decimal"
            className="w-24"
            value={quantity}
            onChange={(e) => setQuantity(e.target.value)}
          />
          <Field label="For">
            {(p) => (
              <select {...p} value={per} onChange={(e) => setPer(e.target.value as Need['per'])}>
                <option value="child">each child</option>
                <option value="shared">all together</option>
              </select>
            )}
          </Field>
        </div>
      </div>
    </FormDialog>
  );
}
