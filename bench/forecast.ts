// What the forecast’s intervals are worth: how often they hold what children of each habit then do (bar: 76 to 84% overall, 68 to 92% in each).
import { ANSWERINGS, type ByDeck, byDeck, DECKS } from '../core/tests/by-deck';
import { type ByPlan, byPlan, SHAPES, TAKINGS } from '../core/tests/by-plan';
import { beyond, calibration, type Calibration } from '../core/tests/calibration';
import { COURSES, crowded, EVENS, evens, GROUPS, inTurns, type Told } from '../core/tests/crowded';

const CHILDREN = 1000;
const RUNS = 500;
/** Children of each habit in each shape of course that are taken through it by the planner, a plan a day. */
const BY_PLAN = 3;
/** Children who are taken through each deck by what it asks. */
const BY_DECK = 6;

export function measureForecast(): void {
  const rows = calibration(CHILDREN, RUNS);
  const line = ({ habit, held, asked, width, priorWidth }: Calibration) =>
    `| ${habit.name} | ${habit.heldBack ? 'held back' : 'tuned on'} | ${((100 * held) / asked).toFixed(1)}% | ${width.toFixed(1)} | ${priorWidth.toFixed(1)} |`;
  console.log(`\nForecast: the 80% interval, ${CHILDREN} children a habit, each asked three times\n`);
  console.log('| habit | | holds the truth | width, sittings | of the plan alone |\n| --- | --- | --- | --- | --- |');
  for (const r of rows) console.log(line(r));
  const all = rows.reduce((n, r) => n + r.held, 0) / rows.reduce((n, r) => n + r.asked, 0);
  const mean = (of: (r: Calibration) => number) => rows.reduce((n, r) => n + of(r), 0) / rows.length;
  console.log(
    `| all | | ${(100 * all).toFixed(1)}% | ${mean((r) => r.width).toFixed(1)} | ${mean((r) => r.priorWidth).toFixed(1)} |`,
  );
  console.log(line(beyond(CHILDREN, RUNS)), '(known not to be seen coming; in no bar)');
}

/** What they are worth with the planner in between, which spreads anew what was lost and asks for more of who falls behind. */
export function measureByPlan(): void {
  const rows = SHAPES.flatMap((shape) => TAKINGS.map((taking) => byPlan(shape, taking, BY_PLAN)));
  const line = (name: string, kept: string, own: readonly ByPlan[]) => {
    const sum = (of: (r: ByPlan) => number) => own.reduce((n, r) => n + of(r), 0);
    const asked = sum((r) => r.asked);
    const share = (n: number) => `${Math.round((100 * n) / asked)}%`;
    console.log(
      `| ${name} | ${kept} | ${asked} | ${share(sum((r) => r.held))} | ${Math.round(sum((r) => r.told) / asked)}% | ${share(sum((r) => r.came))} | ${Math.round(sum((r) => r.width) / asked)} |`,
    );
  };
  console.log(
    `\nForecast: the 80% interval of courses taken by their plans, ${BY_PLAN} children each, asked three times\n`,
  );
  console.log(
    '| course, child | | asked | holds the truth | chance told | in time | width, days |\n| --- | --- | --- | --- | --- | --- | --- |',
  );
  const kept = (heldBack: boolean) => (heldBack ? 'held back' : 'tuned on');
  for (const s of SHAPES)
    line(
      s.name,
      kept(s.heldBack),
      rows.filter((r) => r.shape === s),
    );
  for (const t of TAKINGS)
    line(
      t.name,
      kept(t.heldBack),
      rows.filter((r) => r.taking === t),
    );
  for (const held of [false, true])
    line(
      'all',
      kept(held),
      rows.filter((r) => (r.shape.heldBack || r.taking.heldBack) === held),
    );
  line('all', '', rows);
}

/** The same of five courses of two children whose new lessons want one teacher: the planner puts them apart, week by week anew. */
export function measureCrowded(): void {
  const years = (lived: typeof crowded) =>
    TAKINGS.flatMap((taking) => Array.from({ length: BY_PLAN }, (_, i) => lived(taking, i + 1)).flat());
  table(
    'the same of five courses that share a teacher',
    COURSES.map((c) => c.id),
    years(crowded),
  );
  table(
    'the same of three courses spread evenly, one teacher, all of it held back',
    EVENS.map((c) => c.id),
    years(evens),
  );
  table(
    'the same of courses that take turns',
    GROUPS.map((g) => g.id),
    years(inTurns),
  );
}

/** What was told of some courses against what came, by course and by way of taking them. */
function table(title: string, courses: readonly string[], told: readonly Told[]): void {
  console.log(`\nForecast: ${title}, ${BY_PLAN} years of each way\n`);
  console.log('| course, child | asked | holds the truth | width, days |\n| --- | --- | --- | --- |');
  const line = (name: string, own: readonly Told[]) => {
    const held = own.filter(({ forecast: { last }, end }) => last.early <= end && end <= last.late).length;
    const width = own.reduce((n, { forecast: { last } }) => n + last.late - last.early, 0) / own.length;
    console.log(`| ${name} | ${own.length} | ${Math.round((100 * held) / own.length)}% | ${Math.round(width)} |`);
  };
  const where = (is: (t: Told) => boolean) => told.filter(is);
  for (const c of courses)
    line(
      c,
      where((t) => t.course === c),
    );
  for (const w of TAKINGS)
    line(
      `${w.name}${w.heldBack ? ', held back' : ''}`,
      where((t) => t.taking === w),
    );
  line('all', told);
}

/** What those of decks are worth, with what the app itself asks day by day. */
export function measureByDeck(): void {
  const rows = DECKS.flatMap((deck) =>
    ANSWERINGS.map((answering) => ({ deck, answering, row: byDeck(deck, answering, BY_DECK) })),
  );
  const line = (name: string, heldBack: boolean | undefined, own: typeof rows) => {
    const sum = (of: (r: ByDeck) => number) => own.reduce((n, r) => n + of(r.row), 0);
    const told = sum((r) => r.asked - r.untold);
    const share = (n: number) => `${Math.round((100 * n) / told)}%`;
    const kept = heldBack === undefined ? '' : heldBack ? 'held back' : 'tuned on';
    console.log(
      `| ${name} | ${kept} | ${told} | ${sum((r) => r.untold)} | ${share(told - sum((r) => r.before + r.after))} | ${share(sum((r) => r.before))} | ${share(sum((r) => r.after))} | ${Math.round(sum((r) => r.width) / told)} |`,
    );
  };
  console.log(
    `\nForecast: the 80% interval of decks, ${BY_DECK} children each, asked once a week until all of it is mastered\n`,
  );
  console.log(
    '| deck, child | | told | not told yet | holds the truth | came before it | after it | width, days |\n| --- | --- | --- | --- | --- | --- | --- | --- |',
  );
  for (const d of DECKS)
    line(
      d.name,
      d.heldBack,
      rows.filter((r) => r.deck === d),
    );
  for (const a of ANSWERINGS)
    line(
      a.name,
      a.heldBack,
      rows.filter((r) => r.answering === a),
    );
  for (const held of [false, true])
    line(
      'all',
      held,
      rows.filter((r) => (r.deck.heldBack || r.answering.heldBack) === held),
    );
  line('all', undefined, rows);
}
