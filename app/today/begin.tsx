import { type FormEvent, type ReactNode, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { blankYear, isIsoDate, schoolDays, type Weekday } from '../../core/calendar';
import { begin, type BeginFaults, ruleOffered, yearOffered } from '../../core/begin';
import { buildUnits, readContents } from '../../core/contents';
import { countContents } from '../../core/course';
import { countPattern, type CoursePattern, KIND_DEFAULTS } from '../../core/course';
import { asPattern, noSteps, StepsOfLesson } from '../shelf/steps-of-lesson';
import { useHousehold } from '../shell/household';
import { Field, InputField, WeekdayPicker } from '../ui/field';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { DateField, unread } from '../ui/date-field';

/** The blank page: children, year and first course on one sheet, kept in one go; then the first week. */
export default function Begin() {
  const { household, today, commit } = useHousehold();
  const navigate = useNavigate();
  const [children, setChildren] = useState([{ name: '', born: '' }]);
  const [year, setYear] = useState(() => yearOffered(today));
  const [weekdays, setWeekdays] = useState<Weekday[]>([1, 2, 3, 4, 5]);
  const [title, setTitle] = useState('');
  const [takers, setTakers] = useState<number[]>([0]);
  const [lessons, setLessons] = useState('');
  const [steps, setSteps] = useState(noSteps({ introduce: 1, practise: 1 }));
  const [pasted, setPasted] = useState<string>();
  const [faults, setFaults] = useState<BeginFaults>({});

  const pattern: CoursePattern = {
    lessons: Number(lessons),
    word: 'Lesson',
    perLesson: asPattern(steps),
    testEvery: 0,
    lessonsPerUnit: 0,
    firstPage: 0,
    pagesPerLesson: 1,
  };
  const units = useMemo(
    () => (pasted === undefined ? undefined : buildUnits(readContents(pasted), asPattern(steps))),
    [pasted, steps],
  );
  const total = units ? countContents(units) : { ...countPattern(pattern, KIND_DEFAULTS), units: 0 };
  const days = useMemo(() => {
    const { start, end } = year;
    const usable = isIsoDate(start) && isIsoDate(end) && start <= end;
    if (!usable) return undefined;
    return schoolDays(blankYear({ weekdays, ...year })).length;
  }, [year, weekdays]);

  const pace =
    ruleOffered(total.steps, days ?? 0, weekdays.length).kind === 'even'
      ? 'spread evenly over the year'
      : 'one each school day';

  const keep = async (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    if (unread(e.currentTarget)) return;
    const wish = { children, ...year, weekdays, title, takers, pattern, ...(units ? { units } : {}) };
    const made = begin(wish, today, newId);
    if ('faults' in made) {
      setFaults(made.faults);
      // The first field that needs mending takes the focus, once its sentence is there.
      setTimeout(() => document.querySelector<HTMLElement>('#begin [aria-invalid=true]')?.focus());
      return;
    }
    const done = await commit('the household begun', [
      { table: 'teachers', put: made.teacher },
      ...made.children.map((c) => ({ table: 'children' as const, put: c })),
      { table: 'years', put: made.year },
      { table: 'courses', put: made.course },
      { table: 'enrolments', put: made.enrolment },
    ]);
    if (done) void navigate('/week');
  };
  const child = (i: number, change: Partial<(typeof children)[number]>) =>
    setChildren(children.map((c, k) => (k === i ? { ...c, ...change } : c)));

  return (
    <form id="begin" noValidate className="max-w-3xl" onSubmit={(e) => void keep(e)}>
      <h1 className="pb-2">A blank page</h1>
      <div className="double-rule flex flex-col">
        <Part number={1} title="Who learns" fault={faults.children}>
          {children.map((c, i) => (
            <div key={i} className="flex flex-wrap gap-3">
              <InputField
                label={i === 0 ? 'Name' : `Name of child ${i + 1}`}
                box="min-w-[180px] flex-1"
                autoFocus={i === children.length - 1}
                autoComplete="off"
                maxLength={80}
                aria-invalid={faults.children && !c.name.trim() ? true : undefined}
                value={c.name}
                onChange={(e) => child(i, { name: e.target.value })}
              />
              <DateField
                label="Born"
                invalid={Boolean(faults.children && c.name.trim() && !isIsoDate(c.born))}
                value={c.born}
                onChange={(v) => child(i, { born: v })}
              />
            </div>
          ))}
          <button
            type="button"
            className="btn self-start"
            onClick={() => setChildren([...children, { name: '', born: '' }])}
          >
            Another child
          </button>
        </Part>
        <Part number={2} title="The school year">
          <div className="flex flex-wrap gap-3">
            <DateField
              label="First day"
              fault={faults.start}
              value={year.start}
              onChange={(v) => setYear({ ...year, start: v })}
            />
            <DateField
              label="Last day"
              fault={faults.end}
              value={year.end}
              onChange={(v) => setYear({ ...year, end: v })}
            />
          </div>
          <WeekdayPicker
            legend="School days"
            value={weekdays}
            onChange={setWeekdays}
            firstDay={household.settings.firstDay}
          />
          {faults.weekdays && <Fault>{faults.weekdays}</Fault>}
          {days !== undefined && (
            <p className="text-aside text-soft">
              {count(days, 'school day')}. Holidays and trips are crossed out later, under Year.
            </p>
          )}
        </Part>
        <Part number={3} title="The first book in hand">
          <InputField
            label="Title"
            fault={faults.title}
            autoComplete="off"
            maxLength={500}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
          {children.length > 1 && (
            <fieldset>
              <legend className="label mb-1">Who takes it</legend>
              <div className="flex flex-wrap gap-4">
                {children.map((c, i) => (
                  <label key={i} className="flex min-h-touch items-center gap-2">
                    <input
                      type="checkbox"
                      checked={takers.includes(i)}
                      onChange={(e) =>
                        setTakers(e.target.checked ? [...takers, i].sort() : takers.filter((t) => t !== i))
                      }
                    />
                    {c.name.trim() || `child ${i + 1}`}
                  </label>
                ))}
              </div>
              {faults.takers && <Fault>{faults.takers}</Fault>}
            </fieldset>
          )}
          {pasted === undefined ? (
            <div className="flex flex-wrap items-end gap-3">
              <InputField
                label="How many lessons"
                fault={faults.lessons}
                inputMode="numeric"
                className="w-32"
                value={lessons}
                onChange={(e) => setLessons(e.target.value)}
              />
              <button type="button" className="btn" onClick={() => setPasted('')}>
                Paste its contents page instead
              </button>
            </div>
          ) : (
            <Field
              label="Its contents page"
              hint="Units, lessons, tests and pages are read from it; every line can be mended later, on the shelf."
              fault={faults.lessons}
            >
              {(p) => <textarea {...p} autoFocus rows={7} value={pasted} onChange={(e) => setPasted(e.target.value)} />}
            </Field>
          )}
          <StepsOfLesson value={steps} onChange={setSteps} />
          <p role="status" className="text-aside text-soft">
            {total.steps > 0 && Number.isFinite(total.steps)
              ? `${count(total.lessons, 'lesson')}${total.tests > 0 ? `, ${count(total.tests, 'test')}` : ''}: ${count(total.steps, 'step')} in all, ${pace}.`
              : 'A step is the smallest thing marked: a sheet, a section of the manual, a reading, a test.'}
          </p>
        </Part>
        <div className="flex items-center gap-4 py-5">
          <button type="submit" className="btn btn-strong">
            Show the first week
          </button>
          <span className="text-aside text-soft">Everything can be changed afterwards, and undone.</span>
        </div>
      </div>
    </form>
  );
}

function Part({
  number,
  title,
  fault,
  children,
}: {
  number: number;
  title: string;
  fault?: string | undefined;
  children: ReactNode;
}) {
  return (
    <section className="grid border-b border-edge py-4 sm:grid-cols-[56px_minmax(0,1fr)]" aria-label={title}>
      <span className="text-head leading-none text-rubric" aria-hidden="true">
        {number}
      </span>
      <div className="flex min-w-0 flex-col gap-3">
        <h2>{title}</h2>
        {fault && <Fault>{fault}</Fault>}
        {children}
      </div>
    </section>
  );
}

const Fault = ({ children }: { children: ReactNode }) => (
  <p role="alert" className="text-aside font-semibold">
    {children}
  </p>
);
