import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import {
  ArrowDown,
  ArrowUp,
  ChevronDown,
  ChevronRight,
  GripVertical,
  Plus,
  SquareSplitVertical,
  Trash2,
} from 'lucide-react';
import { lazy, type ReactNode, Suspense, useState } from 'react';
import { Link } from 'react-router';
import {
  changeLesson,
  changeStep,
  deleteLesson,
  deleteStep,
  flatten,
  type FlatStep,
  insertLesson,
  insertStep,
  kindName,
  moveLesson,
  moveStep,
  pageWords,
  splitStep,
  stepName,
} from '../../core/course';
import {
  byId,
  type Course,
  type Enrolment,
  type Kind,
  KINDS,
  type Lesson,
  type Presence,
  PRESENCES,
  type Step,
} from '../../core/household';
import { isTaken, remainingSteps } from '../../core/pace';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { download } from '../ui/download';
import { count, PRESENCE_WORDS } from '../ui/words';
import { RestepDialog } from './restep-dialog';
import { newId } from '../ui/id';
import { tip } from '../ui/tip';

const ProveDialog = lazy(() => import('../today/prove-dialog'));

/**
 * The contents of a course: lessons to open one at a time, each with its steps to rename, insert, delete, split, make
 * optional. Lessons change places by their handle, or by keys with Alt and an arrow.
 */
export function Contents({ course }: { course: Course }) {
  const { household, commit } = useHousehold();
  const [open, setOpen] = useState<string>();
  const [restepping, setRestepping] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const lessons = course.units.flatMap((u) => u.lessons);
  const store: Store = (label, change) =>
    void commit(`${course.title}: ${label}`, (now) => {
      const latest = byId(now.courses, course.id);
      return latest ? [{ table: 'courses', put: change(latest) }] : [];
    });
  const drop = ({ active, over }: DragEndEvent) => {
    const lesson = lessons.find((l) => l.id === active.id);
    if (lesson && over && over.id !== active.id)
      store(`${lesson.title} moved`, (c) => moveLesson(c, lesson.id, String(over.id)));
  };
  const shift = (lesson: Lesson, by: -1 | 1) =>
    store(`${lesson.title} moved`, (c) => {
      // Where it stands when its turn comes: two quick presses move it by two.
      const order = c.units.flatMap((u) => u.lessons.map((l) => l.id));
      const to = order[order.indexOf(lesson.id) + by];
      return to === undefined ? c : moveLesson(c, lesson.id, to);
    });
  return (
    <section aria-labelledby="contents">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="contents">Contents</h2>
        <span className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => setRestepping(true)}>
            Change many lessons at once
          </button>
          <Link className="btn" to={`/shelf/new/contents?to=${encodeURIComponent(course.id)}`}>
            Add contents
          </Link>
          <Link className="btn" to={`/shelf/${encodeURIComponent(course.id)}/sheet`}>
            As a sheet
          </Link>
          <button
            type="button"
            className="btn"
            onClick={() =>
              void import('../../core/course-file').then((f) =>
                download(`${course.title}.course.json`, f.writeCourseFile(household, course), 'application/json'),
              )
            }
          >
            For another family
          </button>
          <button
            type="button"
            className="btn"
            onClick={() =>
              void import('../../core/contents').then((c) =>
                download(`${course.title}.csv`, c.writeCourseCsv(course), 'text/csv'),
              )
            }
          >
            As CSV
          </button>
        </span>
      </div>
      <p className="text-aside text-soft">
        Lessons change places by their handle, or with <kbd>alt ↑</kbd> <kbd>alt ↓</kbd>.
      </p>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={lessons.map((l) => l.id)} strategy={verticalListSortingStrategy}>
          {course.units.map((unit) => (
            <div key={unit.id} className="pt-2">
              {unit.title && <h3 className="border-b border-edge pb-1">{unit.title}</h3>}
              <ul>
                {unit.lessons.map((lesson) => (
                  <LessonLine
                    key={lesson.id}
                    lesson={lesson}
                    open={open === lesson.id}
                    toggle={() => setOpen(open === lesson.id ? undefined : lesson.id)}
                    shift={(by) => shift(lesson, by)}
                  >
                    <LessonEditor course={course} lesson={lesson} store={store} />
                  </LessonLine>
                ))}
              </ul>
            </div>
          ))}
        </SortableContext>
      </DndContext>
      {restepping && <RestepDialog course={course} close={() => setRestepping(false)} />}
    </section>
  );
}

/** One lesson of the list: a handle to drag, a head that opens it. */
function LessonLine({
  lesson,
  open,
  toggle,
  shift,
  children,
}: {
  lesson: Lesson;
  open: boolean;
  toggle: () => void;
  shift: (by: -1 | 1) => void;
  children: ReactNode;
}) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: lesson.id });
  return (
    <li
      ref={setNodeRef}
      className={`border-b border-rule ${isDragging ? 'relative z-10 bg-sheet' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <div className="flex items-center">
        <span
          {...listeners}
          className="flex size-[44px] flex-none cursor-grab touch-none items-center justify-center text-soft"
          {...tip('Drag to another place')}
        >
          <GripVertical size={18} aria-hidden="true" />
        </span>
        <button
          type="button"
          className="flex min-h-touch min-w-0 flex-1 cursor-pointer items-center gap-2 text-left"
          aria-expanded={open}
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
          onClick={toggle}
          onKeyDown={(e) => {
            if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
            e.preventDefault();
            shift(e.key === 'ArrowUp' ? -1 : 1);
          }}
        >
          {open ? (
            <ChevronDown size={18} aria-hidden="true" className="flex-none" />
          ) : (
            <ChevronRight size={18} aria-hidden="true" className="flex-none" />
          )}
          <span className="min-w-0 flex-1 wrap-break-word">{lesson.title}</span>
          <span className="flex-none text-aside text-soft">
            {lesson.pages && `manual ${pageWords(lesson.pages)} · `}
            {count(lesson.steps.length, 'step')}
            {lesson.steps.some((s) => s.optional) && ', some optional'}
          </span>
        </button>
      </div>
      {open && children}
    </li>
  );
}

/** Stores a change of the course as it is when its turn comes. */
type Store = (label: string, change: (course: Course) => Course) => void;

function LessonEditor({ course, lesson, store }: { course: Course; lesson: Lesson; store: Store }) {
  const [kind, setKind] = useState<Kind>('practise');
  return (
    <div className="flex flex-col gap-3 bg-ink/[0.035] p-3 sm:pl-7">
      <div className="flex flex-wrap gap-3">
        <TextCell
          label="Title"
          value={lesson.title}
          required
          onKeep={(title) => store(`${lesson.title} renamed`, (c) => changeLesson(c, lesson.id, { title }))}
        />
        <TextCell
          label="Manual pages"
          value={lesson.pages ?? ''}
          narrow
          onKeep={(pages) => store(`pages of ${lesson.title}`, (c) => changeLesson(c, lesson.id, { pages }))}
        />
      </div>
      <ul className="flex flex-col gap-1">
        {lesson.steps.map((step, i) => (
          <StepEditor key={step.id} course={course} step={step} number={i + 1} store={store} />
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          <span className="label">kind</span>
          <select value={kind} onChange={(e) => setKind(e.target.value as Kind)}>
            {KINDS.map((k) => (
              <option key={k} value={k}>
                {kindName(k)}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn"
          onClick={() => store('step added', (c) => insertStep(c, lesson.steps.at(-1)!.id, newId(), kind))}
        >
          <Plus size={16} aria-hidden="true" /> Step at the end
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => store('lesson added', (c) => insertLesson(c, lesson.id, newId(), 'New lesson', kind))}
        >
          <Plus size={16} aria-hidden="true" /> Lesson behind this one
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => store(`${lesson.title} deleted`, (c) => deleteLesson(c, lesson.id))}
        >
          <Trash2 size={16} aria-hidden="true" /> Delete this lesson
        </button>
      </div>
      <LessonKnown course={course} lesson={lesson} />
    </div>
  );
}

/** For everybody who takes the course and has something of the lesson still to do: it may be known already. */
function LessonKnown({ course, lesson }: { course: Course; lesson: Lesson }) {
  const { household, today: day } = useHousehold();
  const [asking, setAsking] = useState<{ enrolment: Enrolment; step: FlatStep }>();
  if (household.settings.scope !== 'mastered') return null;
  const taking = household.enrolments
    .filter((e) => e.courseId === course.id && isTaken(e))
    .map((enrolment) => ({
      enrolment,
      step: remainingSteps(household, enrolment).find((s) => s.lesson.id === lesson.id),
    }));
  return (
    <div className="flex flex-wrap gap-2">
      {taking.map(
        ({ enrolment, step }) =>
          step && (
            <button key={enrolment.id} type="button" className="btn" onClick={() => setAsking({ enrolment, step })}>
              {takerNames(household, enrolment, day)}: already knows this from here on …
            </button>
          ),
      )}
      {asking && (
        <Suspense>
          <ProveDialog row={asking} day={day} close={() => setAsking(undefined)} />
        </Suspense>
      )}
    </div>
  );
}

function StepEditor({ course, step, number, store }: { course: Course; step: Step; number: number; store: Store }) {
  const split = () => {
    const flat = flatten(course).find((f) => f.id === step.id)!;
    store('step split in two', (c) => splitStep(c, step.id, newId(), flat.minutes, stepName(flat)));
  };
  const shift = (by: -1 | 1) => store('step moved', (c) => moveStep(c, step.id, by));
  const change = (label: string, fields: Parameters<typeof changeStep>[2]) =>
    store(label, (c) => changeStep(c, step.id, fields));
  const defaults = course.kinds[step.kind];
  // The first row heads the columns for the eye; every control keeps its name for the ear.
  const heading = number === 1 ? 'label' : 'sr-only';
  return (
    <li
      className="flex flex-wrap items-end gap-2"
      onKeyDown={(e) => {
        if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
        e.preventDefault();
        shift(e.key === 'ArrowUp' ? -1 : 1);
      }}
    >
      <span className="w-6 pb-3 text-right text-soft">{number}</span>
      <TextCell
        heading={heading}
        label="Its own name"
        value={step.label ?? ''}
        placeholder={kindName(step.kind)}
        onKeep={(label) => change('step renamed', { label: label || undefined })}
      />
      <label className="flex w-32 flex-col gap-1">
        <span className={heading}>kind</span>
        <select value={step.kind} onChange={(e) => change('kind of a step', { kind: e.target.value as Kind })}>
          {KINDS.map((k) => (
            <option key={k} value={k}>
              {kindName(k)}
            </option>
          ))}
        </select>
      </label>
      <TextCell
        heading={heading}
        label="Minutes"
        value={step.minutes?.toString() ?? ''}
        placeholder={String(defaults.minutes)}
        narrow
        valid={(t) => t === '' || (/^\d+$/.test(t) && Number(t) >= 1 && Number(t) <= 600)}
        onKeep={(t) => change('minutes of a step', { minutes: t === '' ? undefined : Number(t) })}
      />
      <label className="flex w-64 flex-col gap-1">
        <span className={heading}>teacher</span>
        <select
          value={step.presence ?? ''}
          onChange={(e) =>
            change('presence of a step', { presence: e.target.value ? (e.target.value as Presence) : undefined })
          }
        >
          <option value="">as the course: {PRESENCE_WORDS[defaults.presence]}</option>
          {PRESENCES.map((p) => (
            <option key={p} value={p}>
              {PRESENCE_WORDS[p]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex min-h-touch items-center gap-2">
        <input
          type="checkbox"
          checked={step.optional ?? false}
          onChange={(e) =>
            change(e.target.checked ? 'step made optional' : 'step no longer optional', { optional: e.target.checked })
          }
        />{' '}
        optional
      </label>
      <span className="flex">
        <IconButton name={`Step ${number} earlier`} onClick={() => shift(-1)}>
          <ArrowUp size={18} aria-hidden="true" />
        </IconButton>
        <IconButton name={`Step ${number} later`} onClick={() => shift(1)}>
          <ArrowDown size={18} aria-hidden="true" />
        </IconButton>
        <IconButton name={`Split step ${number} in two`} onClick={split}>
          <SquareSplitVertical size={18} aria-hidden="true" />
        </IconButton>
        <IconButton
          name={`Insert a step behind step ${number}`}
          onClick={() => store('step inserted', (c) => insertStep(c, step.id, newId(), step.kind))}
        >
          <Plus size={18} aria-hidden="true" />
        </IconButton>
        <IconButton name={`Delete step ${number}`} onClick={() => store('step deleted', (c) => deleteStep(c, step.id))}>
          <Trash2 size={18} aria-hidden="true" />
        </IconButton>
      </span>
    </li>
  );
}

function IconButton({ name, onClick, children }: { name: string; onClick: () => void; children: ReactNode }) {
  return (
    <button type="button" className="btn btn-quiet !px-2" onClick={onClick} aria-label={name} {...tip(name)}>
      {children}
    </button>
  );
}

/** A text that is kept when left or on Enter, and goes back on Escape; a text that is not allowed goes back too. */
function TextCell({
  label,
  value,
  onKeep,
  narrow,
  placeholder,
  required,
  valid = () => true,
  heading = 'label',
}: {
  label: string;
  value: string;
  onKeep: (text: string) => void;
  narrow?: boolean;
  placeholder?: string;
  required?: boolean;
  valid?: (text: string) => boolean;
  heading?: string;
}) {
  const [draft, setDraft] = useState<string>();
  const shown = draft ?? value;
  const wrong = !valid(shown.trim()) || (required === true && !shown.trim());
  const leave = () => {
    const text = shown.trim();
    setDraft(undefined);
    if (!wrong && text !== value) onKeep(text);
  };
  return (
    <label className={`flex flex-col gap-1 ${narrow ? 'w-28' : 'min-w-[180px] flex-1'}`}>
      <span className={heading}>{label}</span>
      <input
        value={shown}
        placeholder={placeholder}
        maxLength={500}
        aria-invalid={wrong || undefined}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setDraft(undefined);
        }}
      />
    </label>
  );
}
