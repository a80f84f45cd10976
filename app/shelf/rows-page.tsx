import * as ToggleGroup from '@radix-ui/react-toggle-group';
import { type ClipboardEvent, type KeyboardEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { type Day, nextSchoolDay, toDay, weekStart } from '../../core/calendar';
import {
  BLANK_ROW,
  isBlank,
  rowDefaults,
  rowFaults,
  type RowFaults,
  rowLike,
  type Shape,
  SHAPE_KEYS,
  SHAPES,
  shelfOf,
  shelfPasted,
  type ShelfRow,
} from '../../core/begin';
import {
  childrenAhead,
  applied,
  type Change,
  type Household,
  PRESENCES,
  type Presence,
  type SchoolYear,
  titleOf,
} from '../../core/household';
import { fittingWords } from '../../core/overview';
import { heldWords, type Plan } from '../../core/stagger';
import { weekPage } from '../../core/week';
import { openPlanner } from '../../worker';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { newId } from '../ui/id';
import { Ornament } from '../ui/ornament';
import { count, PRESENCE_WORDS } from '../ui/words';
import { LessonPicture } from './lesson-picture';
import { tip } from '../ui/tip';

/** How hard the week beside the sheet is planned: it is only looked at. */
const LOOK = { sweeps: 6, seed: 1 };
const FIELDS = [
  ['lessons', 'Lessons', 'w-20'],
  ['steps', 'Steps of each', 'w-20'],
  ['week', 'A week', 'w-20'],
] as const;

/** A whole shelf at once: a row a curriculum, typed or pasted from a spreadsheet, and the week that comes of it. */
export default function ShelfRows() {
  const { household, year } = useHousehold();
  if (!year || household.children.length === 0 || household.teachers.length === 0)
    return (
      <>
        <h1 className="pb-2">A whole shelf on one sheet</h1>
        <p className="double-rule pt-4">
          It needs a school year, a child and a teacher first:{' '}
          <Link className="page-link" to="/">
            begin with them
          </Link>
          .
        </p>
      </>
    );
  return <Sheet year={year} />;
}

function Sheet({ year }: { year: SchoolYear }) {
  const { household, today, commit } = useHousehold();
  const navigate = useNavigate();
  const here = childrenAhead(household, today);
  const only = here.length === 1 ? [here[0]!.id] : [];
  const [rows, setRows] = useState<ShelfRow[]>([{ ...BLANK_ROW, childIds: only }]);
  const [faults, setFaults] = useState<RowFaults[]>([]);
  // Always one blank row to go on in.
  const shown = rows.every((r) => isBlank(r)) || !isBlank(rows.at(-1)!) ? withBlank(rows, only) : rows;
  const change = (i: number, by: Partial<ShelfRow>) => {
    // A blank row is not kept, so that the next one begins with the children of the row before it.
    setRows(shown.map((r, k) => (k === i ? { ...r, ...by } : r)).filter((r, k) => k === i || !isBlank(r)));
    setFaults(
      faults.map((f, k) => (k === i ? Object.fromEntries(Object.entries(f).filter(([key]) => !(key in by))) : f)),
    );
  };
  /** A title that is on the shelf already brings what is known of its lessons into a row that is empty. */
  const like = (i: number) => {
    const row = shown[i]!;
    const known = row.lessons === '' ? rowLike(household, row.title) : undefined;
    if (known) change(i, known);
  };
  const paste = (e: ClipboardEvent, i: number) => {
    const text = e.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    e.preventDefault();
    const pasted = shelfPasted(household, text).map((r) => (r.childIds.length > 0 ? r : { ...r, childIds: only }));
    setRows([...shown.slice(0, i), ...pasted, ...shown.slice(i + 1).filter((r) => !isBlank(r))]);
  };
  const keep = async () => {
    const made = shelfOf(household, year, shown, today, newId);
    if ('faults' in made) {
      setFaults(made.faults);
      setTimeout(() => document.querySelector<HTMLElement>('#rows [aria-invalid=true]')?.focus());
      return;
    }
    const courses = made.puts.filter((p) => p.table === 'courses').length;
    if (courses === 0) return;
    if (await commit(`${count(courses, 'course')} put on the shelf`, made.puts)) void navigate('/week');
  };
  const drawn = useDeferredValue(shown);
  const whole = useMemo(() => drawn.filter((r) => !isBlank(r) && Object.keys(rowFaults(r)).length === 0), [drawn]);
  return (
    <div>
      <h1 className="pb-2">A whole shelf on one sheet</h1>
      <p className="double-rule pt-2 text-soft">
        A row for each book; the same book in two rows is one, which each row takes at its own pace. What is left empty
        is what stands in grey; a table copied from a spreadsheet can be pasted into a title. <kbd>Enter</kbd> goes to
        the next row, and from an empty one to the button below. Every row can be opened as a full course later.
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The sheet">
        <table id="rows" className="w-full border-collapse text-left" onKeyDown={onEnter}>
          <thead>
            <tr className="border-b border-ink">
              {['Title', 'Who', 'A lesson is', ...FIELDS.map(([, words]) => words), 'I am', 'Minutes'].map((h) => (
                <th key={h} scope="col" className="label px-1 py-1 align-bottom">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((row, i) => (
              <Row
                key={i}
                n={i + 1}
                row={row}
                faults={faults[i] ?? {}}
                change={(by) => change(i, by)}
                like={() => like(i)}
                paste={(e) => paste(e, i)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-4 py-4">
        <button id="keep-rows" type="button" className="btn btn-strong" onClick={() => void keep()}>
          Put them on the shelf
        </button>
        <span className="text-soft">Everything can be changed afterwards, and undone as a whole.</span>
      </div>
      <FirstWeek rows={whole} left={drawn.filter((r) => !isBlank(r)).length - whole.length} year={year} />
    </div>
  );
}

/** Enter goes on as in an account book: to the title of the next row, and from one that was left empty to what keeps the sheet. */
function onEnter(e: KeyboardEvent<HTMLTableElement>) {
  if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return;
  e.preventDefault();
  const titles = [...e.currentTarget.querySelectorAll<HTMLInputElement>('[data-title]')];
  const own = e.target.closest('tr')?.querySelector<HTMLInputElement>('[data-title]');
  const next = titles[own ? titles.indexOf(own) + 1 : 0];
  if (next && own?.value.trim() !== '') next.focus();
  else document.querySelector<HTMLElement>('#keep-rows')?.focus();
}

const withBlank = (rows: readonly ShelfRow[], childIds: string[]): ShelfRow[] => {
  const last = rows.findLast((r) => !isBlank(r));
  // The next book is often of the same child.
  return [...rows.filter((r) => !isBlank(r)), { ...BLANK_ROW, childIds: last?.childIds ?? childIds }];
};

function Row({
  n,
  row,
  faults,
  change,
  like,
  paste,
}: {
  n: number;
  row: ShelfRow;
  faults: RowFaults;
  change: (by: Partial<ShelfRow>) => void;
  like: () => void;
  paste: (e: ClipboardEvent) => void;
}) {
  const { household, today } = useHousehold();
  const usual = rowDefaults(row);
  const fault = Object.values(faults)[0];
  const field = (key: 'lessons' | 'steps' | 'week' | 'minutes', label: string, width: string, placeholder: string) => (
    <td key={key} className="px-1 py-1 align-top">
      <input
        aria-label={`${label}, row ${n}`}
        aria-invalid={faults[key] ? true : undefined}
        inputMode="numeric"
        className={width}
        maxLength={4}
        placeholder={placeholder}
        value={row[key]}
        onChange={(e) => change({ [key]: e.target.value })}
      />
    </td>
  );
  return (
    <>
      <tr className={fault ? '' : 'border-b border-rule'}>
        <td className="min-w-[190px] px-1 py-1 align-top">
          <input
            data-title
            aria-label={`Title, row ${n}`}
            aria-invalid={faults.title ? true : undefined}
            autoFocus={n === 1}
            autoComplete="off"
            className="w-full"
            maxLength={500}
            value={row.title}
            onChange={(e) => change({ title: e.target.value })}
            onBlur={like}
            onPaste={paste}
          />
        </td>
        <td className="px-1 py-1 align-top">
          {/* One stop for the Tab key, however many children: the arrows go among them. */}
          <ToggleGroup.Root
            type="multiple"
            aria-label={`Who, row ${n}`}
            className="flex gap-1"
            value={row.childIds}
            onValueChange={(childIds) => change({ childIds })}
          >
            {childrenAhead(household, today).map((c, k) => (
              <ToggleGroup.Item
                key={c.id}
                value={c.id}
                className="btn !px-2"
                aria-label={`${c.name}, row ${n}`}
                aria-invalid={faults.childIds && k === 0 ? true : undefined}
                {...tip(c.name)}
              >
                <Ornament name={c.ornament} colour={c.colour} />
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
        </td>
        <td className="px-1 py-1 align-top">
          <span className="flex items-center gap-2">
            <select
              aria-label={`A lesson is, row ${n}`}
              value={row.shape}
              onChange={(e) => change({ shape: e.target.value as Shape })}
            >
              {SHAPE_KEYS.map((k) => (
                <option key={k} value={k}>
                  {SHAPES[k].words}
                </option>
              ))}
            </select>
            <LessonPicture shape={row.shape} steps={Number(row.steps) || usual.steps} />
          </span>
        </td>
        {FIELDS.map(([key, label, width]) =>
          field(key, label, width, key === 'steps' ? String(usual.steps) : key === 'week' ? 'even' : ''),
        )}
        <td className="px-1 py-1 align-top">
          <select
            aria-label={`I am, row ${n}`}
            value={row.presence || usual.presence}
            onChange={(e) => change({ presence: e.target.value as Presence })}
          >
            {PRESENCES.map((p) => (
              <option key={p} value={p}>
                {PRESENCE_WORDS[p]}
              </option>
            ))}
          </select>
        </td>
        {field('minutes', 'Minutes', 'w-20', String(usual.minutes))}
      </tr>
      {fault && (
        <tr className="border-b border-rule">
          <td colSpan={8} className="px-1 pb-1">
            <p role="alert" className="font-semibold">
              Row {n}: {fault}
            </p>
          </td>
        </tr>
      )}
    </>
  );
}

/** The plan of the household as it would be, in a planner of its own that goes with the sheet. */
function useDraftPlan(draft: Household, today: Day): Plan | undefined {
  const planner = useRef<ReturnType<typeof openPlanner>>(undefined);
  const [plan, setPlan] = useState<Plan>();
  useEffect(() => {
    const own = (planner.current = openPlanner());
    return () => own.close();
  }, []);
  useEffect(() => {
    planner.current?.request(
      draft,
      { today, effort: LOOK, kept: undefined, eager: false },
      { reserves: () => {}, plan: setPlan, progress: () => {}, failed: () => setPlan(undefined) },
    );
  }, [draft, today]);
  return plan;
}

/** Ids for rows that are only tried. */
function draftIds(): () => string {
  let n = 0;
  return () => `draft ${++n}`;
}

/** The first week that would come of the rows, and what would not fit. */
function FirstWeek({ rows, left, year }: { rows: readonly ShelfRow[]; left: number; year: SchoolYear }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const { draft, ids } = useMemo(() => {
    const made = shelfOf(household, year, rows, today, draftIds());
    const puts = 'puts' in made ? made.puts : [];
    return {
      draft: applied(household, puts as Change[]),
      ids: new Set(puts.flatMap((p) => (p.table === 'enrolments' && 'put' in p ? [p.put.id] : []))),
    };
  }, [household, year, rows, today]);
  const plan = useDraftPlan(draft, today);
  const from = nextSchoolDay(year, Math.max(today, toDay(year.start)));
  if (rows.length === 0 || !plan || from === undefined) return null;
  const known = plan.tracks.filter((t) => draft.enrolments.some((e) => e.id === t.enrolmentId));
  const week = weekPage(draft, year, { ...plan, tracks: known }, weekStart(from, household.settings.firstDay));
  return (
    <section aria-labelledby="comes" className="border-t border-ink pt-3">
      <h2 id="comes">The week that comes of it</h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The first week">
        <table className="w-full border-collapse text-left text-aside">
          <thead>
            <tr className="border-b border-ink">
              <th scope="col" className="pr-3">
                <span className="sr-only">Course</span>
              </th>
              {week.days.map((d) => (
                <th key={d.day} scope="col" className="pr-3 font-normal text-soft">
                  {dayAndDate(style, d.day, today)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {week.rows.map((r) => (
              <tr key={r.enrolment.id} className="border-b border-rule">
                <th
                  scope="row"
                  className={`min-w-[130px] pr-3 wrap-anywhere ${ids.has(r.enrolment.id) ? '' : 'font-normal text-soft'}`}
                >
                  {titleOf(draft, r.course.id)}{' '}
                  {r.children.map((c) => (
                    <Ornament key={c.id} name={c.ornament} colour={c.colour} size={14} />
                  ))}
                </th>
                {r.cells.map((c) => (
                  <td key={c.day} className="pr-3 align-top">
                    {c.items.map((i) => (
                      <span key={i.step.id} className={`block ${i.fresh ? 'font-semibold' : ''}`}>
                        {i.step.lesson.title}
                      </span>
                    ))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div role="status" className="py-2">
        {fittingWords(draft, { tracks: known }, today).map((w) => (
          <p key={w}>{w}</p>
        ))}
        <p>{heldWords(draft, plan, today)}</p>
        {left > 0 && <p>{count(left, 'row is', 'rows are')} not complete yet, and not in this week.</p>}
      </div>
    </section>
  );
}
