import { Check } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { clockOf, type Day } from '../../core/calendar';
import { stepName } from '../../core/course';
import {
  boxWords,
  busyWith,
  type DayLayout,
  type DayPage,
  type DayPiece,
  detailWordings,
  freeParts,
} from '../../core/day';
import { type Child, type SchoolYear, titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { useMinute } from '../ui/minute';
import { ChildName } from '../ui/ornament';
import { shortNames } from '../../core/words';
import { tip } from '../ui/tip';
import { count, inHand, listing } from '../ui/words';
import { markKeys } from './mark-keys';
import { MenuButton } from './menu-button';
import { BETWEEN, STROKES, type Scale, scaleByClock, scaleByOrder, ThreadLines } from './thread-lines';
import { OwnWorkLines } from './own-work';
import type { RowActions } from './row-actions';
import { useLayout } from './use-layout';
import { useRitual } from './use-ritual';
import { once } from '../ui/once';

/** Left of the children: hours by the clock, and the lane in which a teacher's thread runs while it is free. */
const GUTTER = 62;

/**
 * The day as one drawing: a column a child, and through them the thread of each teacher, beside whom they are and where
 * they are free. By the clock, or the same order without times. A press on a piece marks it done.
 */
export default function Thread({
  page,
  year,
  actions,
  byClock,
  today,
}: {
  page: DayPage;
  year: SchoolYear;
  actions: RowActions;
  byClock: boolean;
  today: Day;
}) {
  const { household } = useHousehold();
  const { layout, fault } = useLayout(page, year);
  const [width, setWidth] = useState(0);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const observer = new ResizeObserver(() => setWidth(node.clientWidth));
    observer.observe(node);
    return () => observer.disconnect();
  }, []);
  const now = useMinute(page.day === today && household.settings.nowLine !== false);
  const children = useMemo(
    () =>
      page.children
        .map((c) => c.child)
        .filter((c) => layout?.pieces.some((p) => busyWith(p.task).some((x) => x.id === c.id))),
    [page.children, layout],
  );
  const scale = useMemo(() => layout && (byClock ? scaleByClock(layout) : scaleByOrder(layout)), [layout, byClock]);
  return (
    <section aria-label="The day, laid out" className="border-b border-ink pb-3">
      {fault && <p role="alert">{fault}</p>}
      <div ref={box}>
        {layout && scale && width > 0 ? (
          <>
            <Words layout={layout} byClock={byClock} />
            <Drawing
              layout={layout}
              scale={scale}
              width={width}
              columns={children}
              actions={actions}
              byClock={byClock}
              now={now}
              day={page.day}
            />
            <OwnWorkLines layout={layout} byClock={byClock} day={page.day} />
          </>
        ) : (
          <p className="py-6">Laying out the day …</p>
        )}
      </div>
    </section>
  );
}

/** What the day comes to, in words, and what finds no room in it. */
function Words({ layout, byClock }: { layout: DayLayout; byClock: boolean }) {
  if (layout.pieces.length === 0 && layout.unfit.length === 0)
    return <p className="py-3">Nothing is left to lay out.</p>;
  return (
    <div className="py-2">
      <p>
        {layout.pieces.length === 0 ? null : byClock ? (
          <>
            All are finished by <b>{clockOf(layout.finish)}</b>
            {layout.release < layout.finish && <>, nobody is needed beside them after {clockOf(layout.release)}</>}
            .{' '}
          </>
        ) : (
          <>{count(layout.finish - layout.from, 'minute')} from the first to the last. </>
        )}
        {layout.unfit.length === 0 && (
          <span className="text-soft">
            {layout.proved
              ? 'The same work cannot be done sooner.'
              : `At the very best ${count(layout.finish - layout.bound, 'minute')} sooner, if that.`}
          </span>
        )}
      </p>
      <p className="flex flex-wrap gap-x-6 text-aside text-soft">
        {layout.threads.map(({ teacher }, n) => (
          <span key={teacher.id} className="flex items-center gap-2">
            <svg width="34" height="8" aria-hidden="true">
              <line x1="2" x2="32" y1="4" y2="4" stroke="var(--color-ink)" {...STROKES[n % STROKES.length]} />
            </svg>
            {teacher.name}
          </span>
        ))}
        <span>Dashed box: near. Dotted: alone. Red: a new lesson. A press marks it done.</span>
      </p>
      {layout.unfit.length > 0 && (
        <p className="text-rubric">
          No room for {listing(layout.unfit.map((t) => `${t.title} (${listing(t.children.map((c) => c.name))})`))}: let
          it wait, or hold school longer (Household).
        </p>
      )}
    </div>
  );
}

function Drawing({
  layout,
  scale,
  width,
  columns,
  actions,
  byClock,
  now,
  day,
}: {
  layout: DayLayout;
  scale: Scale;
  width: number;
  columns: Child[];
  actions: RowActions;
  byClock: boolean;
  now: number | undefined;
  day: Day;
}) {
  const { household } = useHousehold();
  const column = (width - GUTTER) / Math.max(1, columns.length);
  const left = (child: Child) => GUTTER + columns.findIndex((c) => c.id === child.id) * column;
  const gap = column < NARROW_COLUMN ? 2 : 6;
  /** In a child's column the names need only be told apart among themselves. */
  const short = useMemo(
    () =>
      new Map(
        columns.map((c) => {
          const titles = [
            ...new Set(
              layout.pieces.filter((p) => busyWith(p.task).some((x) => x.id === c.id)).map((p) => p.task.title),
            ),
          ];
          const names = shortNames(titles);
          return [c.id, new Map(titles.map((t, i) => [t, names[i]!]))];
        }),
      ),
    [columns, layout],
  );
  const lines = (beneath: boolean) => (
    <ThreadLines
      layout={layout}
      scale={scale}
      width={width}
      gutter={GUTTER}
      columns={columns}
      column={column}
      beneath={beneath}
    />
  );
  return (
    <>
      <div className="flex border-b border-ink" style={{ paddingLeft: GUTTER }}>
        {columns.map((c) => (
          <p key={c.id} className="min-w-0 flex-1 overflow-hidden px-1 pb-1 text-aside">
            <ChildName child={c} />
          </p>
        ))}
      </div>
      <div className="relative" style={{ height: scale.height }}>
        {byClock && layout.from % 60 > 10 && (
          <span className="figures absolute top-0 left-0 text-note text-soft">{clockOf(layout.from)}</span>
        )}
        {byClock &&
          scale.hours.map((h) => (
            <div key={h} className="absolute inset-x-0 border-t border-rule" style={{ top: scale.y(h) }}>
              <span className="figures absolute -top-3 left-0 bg-paper pr-1 text-note text-soft">{clockOf(h)}</span>
            </div>
          ))}
        {lines(true)}
        {layout.away.flatMap(({ child, spans }) =>
          columns.some((c) => c.id === child.id)
            ? spans
                .filter((s) => s.to > layout.from && s.from < layout.finish)
                .map((s) => (
                  <div
                    key={`${child.id} ${s.from}`}
                    className="hatched absolute text-center text-note text-soft"
                    style={{
                      left: left(child) + gap,
                      width: column - 2 * gap,
                      top: scale.y(Math.max(s.from, layout.from)),
                      height: scale.y(Math.min(s.to, layout.finish)) - scale.y(Math.max(s.from, layout.from)),
                    }}
                  >
                    <span className="bg-paper px-1">away or resting</span>
                  </div>
                ))
            : [],
        )}
        {layout.waits.map((w) => (
          <div
            key={`${w.child.id} ${w.from}`}
            className="absolute overflow-hidden px-1 text-note leading-tight text-soft"
            style={{
              left: left(w.child) + gap + 10,
              width: column - 2 * gap - 10,
              top: scale.y(w.from) + 2,
              height: Math.max(0, scale.y(w.to) - scale.y(w.from) - 4),
            }}
          >
            {count(w.to - w.from, 'minute')} to wait
            {w.meanwhile.map((m) => ` · ${titleOf(household, m.course.id)}: ${stepName(m.step)}`)}
            {w.own.map((words) => ` · ${words}`)}
          </div>
        ))}
        {/* Behind the boxes, so that it runs through no words. */}
        {now !== undefined && byClock && now >= layout.from && now <= layout.from + scale.minutes && (
          <div
            className="pointer-events-none absolute inset-x-0 border-t-2 border-ink print:hidden"
            style={{ top: scale.y(now) }}
            aria-hidden="true"
          >
            <span className="absolute -top-3 left-0 z-10 bg-ink px-1 text-fine text-sheet">now</span>
          </div>
        )}
        {layout.pieces.flatMap((piece) =>
          runsOf(piece, columns).map((run, k) => (
            <Piece
              key={`${piece.task.id} ${piece.piece} ${k}`}
              piece={piece}
              main={k === 0}
              actions={actions}
              byClock={byClock}
              day={day}
              narrow={column < NARROW_COLUMN}
              short={short.get(run[0]!.id)?.get(piece.task.title) ?? piece.task.title}
              style={{
                left: left(run[0]!) + gap,
                width: run.length * column - 2 * gap,
                top: scale.y(piece.from) + BETWEEN / 2,
                height: boxHeight(scale.y(piece.to) - scale.y(piece.from)),
              }}
            />
          )),
        )}
        {lines(false)}
        {layout.threads.flatMap(({ teacher, parts }) =>
          freeParts(parts).map((p) => (
            <span
              key={`${teacher.id} ${p.from}`}
              className="absolute w-[3.300rem] text-fine leading-tight text-soft"
              style={{ left: 2, top: (scale.y(p.from) + scale.y(p.to)) / 2 - 12 }}
            >
              {layout.threads.length > 1 ? `${teacher.name} ` : ''}free
              {byClock && ` ${p.to - p.from} min`}
            </span>
          )),
        )}
      </div>
    </>
  );
}

/** A box leaves paper for the thread; a very short one keeps what one line of small words needs. */
const boxHeight = (room: number): number => Math.max(room - BETWEEN, Math.min(room - 1, SMALL_LINE));
const SMALL_LINE = 17;
const LINE = 19;
const NARROW_LINE = 16;
/** Sizes of the letters in a box, in pixels: ordinary, in a narrow column, in a box of one low line. */
const [ORDINARY, NARROW, TINY] = [16, 13.6, 12.75];
/** The width of a letter on the average, of its size; a little more than it is. */
const LETTER = 0.55;
/** A column of less has the smaller letters, in pixels. */
const NARROW_COLUMN = 140;

/** The columns a piece stands in, as runs of neighbours. */
function runsOf(piece: DayPiece, columns: readonly Child[]): Child[][] {
  const runs: Child[][] = [];
  columns.forEach((c, i) => {
    if (!busyWith(piece.task).some((x) => x.id === c.id)) return;
    const last = runs.at(-1);
    if (last && last.at(-1) === columns[i - 1]) last.push(c);
    else runs.push([c]);
  });
  return runs;
}

const EDGES = { with: 'border-solid', start: 'border-solid', near: 'border-dashed', alone: 'border-dotted' };

function Piece({
  piece,
  main,
  actions,
  byClock,
  day,
  narrow,
  short,
  style,
}: {
  piece: DayPiece;
  main: boolean;
  actions: RowActions;
  byClock: boolean;
  day: Day;
  narrow: boolean;
  short: string;
  style: React.CSSProperties;
}) {
  const { task } = piece;
  const { household } = useHousehold();
  const { reserves } = usePlan();
  const toggleRitual = useRitual(day);
  const press = () => {
    if (task.ritual) toggleRitual(task.ritual, task.sheets);
    else if (task.row) {
      if (task.marked) actions.unmark(task.row);
      else actions.mark(task.row, 'done');
    }
  };
  // Extra practice holds no new step, so there is nothing to mark.
  const pressable = task.ritual !== undefined || task.row !== undefined;
  const what = [task.title, task.detail].filter(Boolean).join(', ');
  const beside = {
    with: `with ${task.teacher?.name ?? 'a teacher'}`,
    start: `${task.teacher?.name ?? 'a teacher'} starts it`,
    near: task.helper ? `${task.helper.name} helps, a teacher near` : 'near',
    alone: 'alone',
  };
  const parts = task.pieces > 1 ? `, part ${piece.piece + 1} of ${task.pieces}` : '';
  const { row } = task;
  const days = row && piece.piece === 0 ? reserves.get(row.enrolment.id)?.daysInHand : undefined;
  const label = [
    byClock ? `${clockOf(piece.from)} to ${clockOf(piece.to)}` : `${piece.to - piece.from} minutes`,
    listing(task.children.map((c) => c.name)),
    what + parts,
    beside[task.presence],
    task.fresh ? 'new lesson' : '',
    days === undefined ? '' : inHand(days),
    task.things.length > 0 ? `needs ${listing(task.things.map((m) => m.name))}` : '',
    pressable ? (task.marked ? `${task.row?.mark?.kind ?? 'done'}. Take the mark off` : 'mark done') : 'no new step',
  ];
  const height = Number(style.height);
  const small = height < 22;
  const lines = small ? 1 : Math.max(1, Math.floor((height - 4) / (narrow ? NARROW_LINE : LINE)));
  const menu = main && row !== undefined && height >= 40 && Number(style.width) >= 130;
  const family = task.children.length > 1;
  const keys =
    row && markKeys({ row, family, scope: household.settings.scope, actions, edit: () => actions.edit(row) });
  const usual = small ? TINY : narrow ? NARROW : ORDINARY;
  const lettersOf = (size: number) =>
    (Number(style.width) - 26 - (menu ? 32 : 0)) / (size * LETTER) - (lines <= 3 && task.marked ? 3 : 0);
  const size = short.length > lettersOf(usual) ? TINY : usual;
  const { title, said } = boxWords(
    {
      title: task.title,
      short,
      details: detailWordings(task, parts),
      more: [
        piece.piece === 0 && task.at !== undefined ? `at ${clockOf(task.at)}` : '',
        narrow ? '' : `${piece.to - piece.from} min`,
        task.helper ? `${task.helper.name} helps` : '',
        days === undefined ? '' : inHand(days),
        listing(task.things.map((m) => m.name)),
      ].filter(Boolean),
    },
    Math.max(1, Math.floor(lettersOf(size) - (task.fresh && lines > 1 && lines <= 3 ? 4 : 0))),
    lines,
  );
  const red = task.fresh && !task.marked ? 'text-rubric' : '';
  const done = task.marked && <Check size={15} strokeWidth={3} className="mr-1 inline flex-none" aria-hidden="true" />;
  return (
    <div className="absolute" style={style} onKeyDown={keys} data-piece={main ? (row?.key ?? task.id) : undefined}>
      <button
        type="button"
        className={`flex size-full cursor-pointer overflow-hidden border bg-sheet ${menu ? 'pr-8' : 'pr-1'} pl-5 text-left ${EDGES[task.presence]} ${
          task.marked ? 'border-rule' : task.fresh ? 'border-rubric' : 'border-edge'
        } ${task.marked ? 'text-soft' : ''} ${lines === 1 ? 'items-center' : 'items-start pt-0.5'} ${
          small ? 'leading-none' : 'leading-tight'
        }`}
        style={{ fontSize: size }}
        {...tip(label.filter(Boolean).join(', '))}
        onClick={once(press)}
        disabled={!pressable}
        aria-label={label.filter(Boolean).join(', ')}
        aria-pressed={task.marked}
        tabIndex={main ? 0 : -1}
        aria-hidden={main ? undefined : true}
      >
        {lines === 1 ? (
          // Of one line the course’s name gives way: lesson and step are what is looked for.
          <span className="flex min-w-0 items-center gap-1 overflow-hidden whitespace-nowrap">
            {done}
            <b className={`font-semibold ${red}`}>{title}</b>
            <span className="flex-none text-soft">{said[0]}</span>
          </span>
        ) : lines <= 3 ? (
          <span className="block w-full min-w-0">
            <span className="flex min-w-0 items-center">
              {done}
              <b className={`truncate font-semibold ${red}`}>{title}</b>
            </span>
            <span className="clamped wrap-anywhere text-soft" style={{ WebkitLineClamp: lines - 1 }}>
              {task.fresh && <span className={red}>new </span>}
              {said.join(' · ')}
            </span>
          </span>
        ) : (
          // As many whole lines as the box has room for: none is cut through.
          <span className="clamped min-w-0 wrap-anywhere" style={{ WebkitLineClamp: lines }}>
            {done}
            <b className={`font-semibold ${red}`}>{title}</b> {task.fresh && <span className={red}>new </span>}
            <span className="text-soft">{said.join(' · ')}</span>
          </span>
        )}
      </button>
      {menu && (
        <span className="absolute top-0 right-0">
          <MenuButton
            second
            row={row}
            family={family}
            childrenHere={task.children}
            actions={actions}
            edit={() => actions.edit(row)}
            name={`${what}, ${listing(task.children.map((c) => c.name))}`}
          />
        </span>
      )}
    </div>
  );
}
