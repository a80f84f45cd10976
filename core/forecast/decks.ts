import {
  childOut,
  type Day,
  dayKind,
  hasSchool,
  toDay,
  type Weekday,
  weekdayOf,
  weekStart,
  yearFor,
} from '../calendar';
import {
  afterAnswer,
  answersOf,
  askedOn,
  BREAK_DAYS,
  type Askable,
  type CardProgress,
  cardStandings,
  compareRounds,
  DUE_BELOW,
  foldAnswers,
  lastPause,
  memoryOf,
  type Remembered,
  rememberedAfter,
  type Said,
  UNASKED,
} from '../cards';
import {
  byId,
  type Card,
  type Deck,
  type Household,
  type Id,
  type Round,
  ROUND_KINDS,
  type SchoolYear,
} from '../household';
import { lessonsAhead, type Plan, type Random, seeded, seedOf } from '../stagger';
import { type Span, spanOf } from './forecast';
import { gamma, ONE_LOST_IN } from './model';
import { quantile } from './runs';

/** A deck is foretold once its cards were practised on so many days. */
const PRACTISED_FROM = 5;
/** No deck is foretold further ahead, in days. */
const LONGEST = 700;
/** Runs of each forecast; fewer of a deck so large that they would take long, but never less than the fewest. */
const DECK_RUNS = 200;
const FEWEST_RUNS = 50;
/** Cards times runs. */
const MOST_WORK = 6000;
/** After so many runs of which none came to its end it is given up. */
const FIRST_RUNS = 12;
/** Rounds by which it is judged how a child practises lately: by review, or otherwise. */
const LATELY = 10;

/** A card in a run: where it stands, and how likely it is answered rightly. */
interface Playing extends Askable {
  progress: CardProgress;
  remembered: Remembered | undefined;
  shown: number;
  /** It is one of those that have to be mastered. */
  counts: boolean;
  /** How often it was shown since today. */
  again: number;
  /** Its misses so far, and how many others would have had. */
  misses: number;
  usualMisses: number;
  /** So many times as often missed as others that stand so; drawn in each run. */
  hard: number;
  /** The day on which its lesson is begun by the plan. */
  meets: Day;
}

/** What a card is when it is asked: how it is answered differs by that. */
const CLASSES = ['new', 'missed', 'once', 'twice', 'mastered'] as const;
type Class = (typeof CLASSES)[number];
const classOf = ({ mastered, rightDays }: CardProgress, shown: number): Class =>
  shown === 0 ? 'new' : mastered ? 'mastered' : rightDays === 0 ? 'missed' : rightDays === 1 ? 'once' : 'twice';
/** How often each is known before anything is recorded, counted like so many answers (common practice). */
const KNOWN: Record<Class, number> = { new: 0.6, missed: 0.65, once: 0.8, twice: 0.85, mastered: 0.9 };
const PRIOR_ANSWERS = 4;
/** After so many answers of its class one counts half: who practises gets better. */
const HALF_ANSWERS = 40;
/** Each time a card is shown from now on leaves so much of what is missed of it, from…to: it is learned by being shown (common practice). */
const LEFT_BY_SHOWING = [0.86, 0.97] as const;
/** Before its own misses are counted a card is as hard as others, counted like so many misses. */
const PRIOR_MISSES = 3;
/** However hard it is, a card is known in so large a share of cases. */
const KNOWN_AT_LEAST = 0.03;

/** How a card stood each time it was asked. */
function classesOf(own: readonly Said[]): Class[] {
  let progress = UNASKED;
  return own.map((a, i) => {
    const cls = classOf(progress, i);
    progress = afterAnswer(progress, a);
    return cls;
  });
}

/**
 * How a child practises a deck lately: by the kind of most of its last rounds, the deck’s number of cards a day in review, in a run or a
 * minute as many as a usual one held.
 */
function practiceOf(deck: Deck, rounds: readonly Round[]): { kind: Round['kind']; daily: number } {
  const lately = [...rounds].sort(compareRounds).slice(-LATELY);
  const own = (kind: Round['kind']) => lately.filter((r) => r.kind === kind);
  const kind = ROUND_KINDS.reduce(
    (best, k) => (own(k).length > own(best).length ? k : best),
    'review' as Round['kind'],
  );
  if (kind === 'review') return { kind, daily: deck.daily };
  const sizes = own(kind).map((r) => new Set(r.answers.map((a) => a.cardId)).size);
  return { kind, daily: Math.max(deck.daily, quantile(sizes, 0.5)) };
}

/** Rights and misses of each class, what is long past counting less; and which share of the rights was slow. */
function recordOf(cards: ReadonlyMap<Id, readonly Said[]>, kind: Round['kind']) {
  const told = [...cards.values()]
    .flatMap((own) => {
      const classes = classesOf(own);
      return own.map((a, i) => ({ ...a, cls: classes[i]! }));
    })
    .filter((a) => a.kind === kind)
    .sort((a, b) => b.day - a.day);
  const countOf = (cls: Class) => {
    const sum = { right: PRIOR_ANSWERS * KNOWN[cls], wrong: PRIOR_ANSWERS * (1 - KNOWN[cls]) };
    told
      .filter((a) => a.cls === cls)
      .forEach((a, age) => (sum[a.said === 'wrong' ? 'wrong' : 'right'] += 2 ** (-age / HALF_ANSWERS)));
    return sum;
  };
  const counts = Object.fromEntries(CLASSES.map((cls) => [cls, countOf(cls)])) as Record<
    Class,
    ReturnType<typeof countOf>
  >;
  const rights = told.filter((a) => a.said !== 'wrong');
  // Drawn in towards none, as if five more had not been slow.
  return { counts, slow: rights.filter((a) => a.said === 'slow').length / (rights.length + 5) };
}

/** The days of a week on which a child sat down to a deck, from the household's first weekday on; undefined where nobody could know. */
type Week = readonly (boolean | undefined)[];
interface Habit {
  weeks: readonly Week[];
  weights: readonly number[];
  usual: Week;
}
/** After so many days of a record one counts half. */
const HALF_DAYS = 42;
/** What was known before counts like so many weeks. */
const PRIOR_WEEKS = 1;

/** How a child’s weeks go: its own, and the school days of one as if they were all kept; `out` tells the days it had no school. */
function habitOf(
  year: SchoolYear,
  days: ReadonlySet<Day>,
  out: (d: Day) => boolean,
  today: Day,
  firstDay: Weekday,
): Habit {
  const usual = Array.from({ length: 7 }, (_, i) => year.weekdays.includes(weekdayOf(weekStart(today, firstDay) + i)));
  const first = Math.min(...days);
  const weeks: Week[] = [usual, usual.map(() => false)];
  const weights = [PRIOR_WEEKS * (1 - 1 / ONE_LOST_IN), PRIOR_WEEKS / ONE_LOST_IN];
  for (let w = weekStart(first, firstDay); w < today; w += 7) {
    const week = usual.map((school, i) => {
      const d = w + i;
      if (d < first || d >= today) return undefined;
      // A day without school, or on which the child was away or sick, tells nothing of the others.
      return days.has(d) || (out(d) || (school && !hasSchool(dayKind(year, d))) ? undefined : false);
    });
    const known = week.filter((d) => d !== undefined).length;
    weeks.push(week);
    weights.push((known / 7) * 2 ** (-(today - w) / HALF_DAYS));
  }
  return { weeks, weights, usual };
}

/** The days on which the lessons of a deck’s course begin for a child by the plan. */
const lessonDays = (state: Household, deck: Deck, childId: Id, plan: Plan): ReadonlyMap<Id, Day> =>
  new Map(
    lessonsAhead(state, plan, plan.today, Infinity)
      .filter((l) => l.enrolment.courseId === deck.courseId && l.enrolment.childIds.includes(childId))
      .map((l) => [l.step.lesson.id, l.day]),
  );

/**
 * When a child will likely have mastered a whole deck: its days of practice are drawn from its own weeks, each day asks what the deck would
 * ask (`askedOn`), and each answer is right as often as this child’s answers were to cards that stood so, until all of it stands mastered
 * on one day. Undefined while there is too little of it and nothing is mastered yet, or a card waits for a lesson that nobody has planned.
 * @param counted the cards that have to be mastered; all of them without it
 */
export function deckForecast(
  state: Household,
  deckId: Id,
  childId: Id,
  plan: Plan,
  { runs = DECK_RUNS, counted }: { runs?: number | undefined; counted?: readonly Card[] } = {},
): { toGo: number; opens?: Span } {
  const { today } = plan;
  const deck = byId(state.decks, deckId);
  const year = yearFor(state.years, today);
  if (!deck) return { toGo: 0 };
  const answers = answersOf(state, deckId, childId);
  const lessons = lessonDays(state, deck, childId, plan);
  const rounds = state.rounds.filter((r) => r.deckId === deckId && r.childId === childId && r.answers.length > 0);
  const practice = practiceOf(deck, rounds);
  const record = recordOf(answers, practice.kind);
  const among = counted && new Set(counted.map((c) => c.id));
  const cards = cardStandings(state, deck, childId, today).map(({ card, state: stands, first, missed }): Playing => {
    const own = answers.get(card.id) ?? [];
    const reviewed = own.findLast((a) => a.kind === 'review')?.day;
    return {
      ...{ state: stands, n: card.n, free: card.lessonId === undefined, progress: foldAnswers(own) },
      ...{ remembered: memoryOf(own), shown: own.length, again: 0, hard: 1 },
      counts: !among || among.has(card.id),
      misses: own.filter((a) => a.said === 'wrong').length,
      usualMisses: classesOf(own).reduce(
        (n, cls) => n + record.counts[cls].wrong / (record.counts[cls].right + record.counts[cls].wrong),
        0,
      ),
      meets: stands === 'not met' && card.lessonId !== undefined ? (lessons.get(card.lessonId) ?? Infinity) : today,
      ...(first === undefined ? {} : { first }),
      ...(missed === undefined ? {} : { missed }),
      ...(reviewed === undefined ? {} : { reviewed }),
    };
  });
  const counting = cards.filter((c) => c.counts);
  const toGo = counting.filter((c) => !c.progress.mastered).length;
  const days = [...new Set(rounds.map((r) => toDay(r.date)))].sort((a, b) => a - b);
  if (toGo === 0 || toGo === counting.length || days.length < PRACTISED_FROM || !year) return { toGo };
  if (counting.some((c) => c.meets === Infinity)) return { toGo };
  const n = Math.min(runs, Math.max(FEWEST_RUNS, Math.round(MOST_WORK / cards.length)));
  const random = seeded(seedOf(`${deckId} ${childId}`));
  // Who has practised today does not again; and a clock that went back leaves answers of days to come.
  const from = Math.max(today, days.at(-1)! + 1);
  const { firstDay } = state.settings;
  const out = (d: Day) => childOut(state, childId, d) !== undefined;
  const habit = habitOf(year, new Set(days), out, today, firstDay);
  const may = Array.from({ length: LONGEST }, (_, i) => {
    const d = from + i;
    const school = dayKind(year, d);
    // Behind the year nobody knows its days yet: it goes on as in it.
    return (school === 'outside' || hasSchool(school) || !habit.usual[d - weekStart(d, firstDay)]) && !out(d);
  });
  const going: Going = { cards, days, ...practice, may, from, firstDay, record, habit };
  const ends = new Int32Array(n);
  for (let i = 0; i < n; i++) {
    ends[i] = oneRun(going, random);
    // Of what does not come to its end in so long nobody can tell when it does, and the first runs show it.
    if (i === FIRST_RUNS - 1 && ends.subarray(0, FIRST_RUNS).every((d) => d === from + LONGEST)) return { toGo };
  }
  const opens = spanOf(ends);
  return opens.middle === from + LONGEST ? { toGo } : { toGo, opens };
}

/** A deck as a child goes on with it. */
interface Going {
  cards: readonly Playing[];
  /** Days of practice so far, and the first that may be the next. */
  days: readonly Day[];
  from: Day;
  kind: Round['kind'];
  daily: number;
  /** Whether there may be practice on each day from then on: not in a break, nor where the child is away. */
  may: readonly boolean[];
  firstDay: Weekday;
  record: ReturnType<typeof recordOf>;
  habit: Habit;
}

/** One way in which it may go: the day on which all of a deck stands mastered. */
function oneRun({ days, from, kind, daily, may, firstDay, ...going }: Going, random: Random): Day {
  const { counts, slow } = going.record;
  const { weeks, weights, usual } = going.habit;
  const right = {} as Record<Class, number>;
  for (const cls of CLASSES) {
    const [a, b] = [gamma(counts[cls].right, random), gamma(counts[cls].wrong, random)];
    right[cls] = a / (a + b);
  }
  const upTo: number[] = [];
  let sum = 0;
  for (const w of weights) upTo.push((sum += w > 0 ? gamma(w, random) : 0));
  const [least, most] = LEFT_BY_SHOWING;
  const left = least + random() * (most - least);
  const cards = going.cards.map((c) => ({
    ...c,
    hard: gamma(PRIOR_MISSES + c.misses, random) / (PRIOR_MISSES + c.usualMisses),
  }));
  let since = lastPause(days);
  let before = days.at(-1)!;
  let week: Week = usual;
  for (let d = from; d < from + LONGEST; d++) {
    const at = d - weekStart(d, firstDay);
    if (d === from || at === 0) {
      const to = random() * sum;
      week = weeks[upTo.findIndex((u) => u >= to)] ?? usual;
    }
    if (!may[d - from] || !(week[at] ?? usual[at])) continue;
    if (d - before >= BREAK_DAYS) since = d;
    before = d;
    for (const c of cards) {
      if (c.state === 'not met' && c.meets <= d && !c.free) c.state = 'to review';
      const r = c.remembered;
      // Falls as the model’s own curve does, and stands at nine in ten where that does.
      if (r) c.recall = DUE_BELOW ** ((d - r.day) / r.memory.stability);
    }
    for (const c of askedOn(cards, daily, d, since).asked) {
      const missed = Math.min(1 - KNOWN_AT_LEAST, (1 - right[classOf(c.progress, c.shown)]) * c.hard);
      const knows = random() >= missed * left ** c.again++;
      const said = knows ? (random() < slow ? 'slow' : 'right') : 'wrong';
      c.progress = afterAnswer(c.progress, { day: d, said, kind });
      c.remembered = rememberedAfter(c.remembered, { day: d, said });
      c.state = c.progress.mastered ? 'mastered' : 'to review';
      c.first ??= d;
      if (kind === 'review') c.reviewed = d;
      c.shown++;
      if (c.progress.missed === undefined) delete c.missed;
      else c.missed = c.progress.missed;
    }
    if (cards.every((c) => !c.counts || c.progress.mastered)) return d;
  }
  return from + LONGEST;
}
