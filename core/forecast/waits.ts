import type { Day } from '../calendar';
import { contentsOf, flatten } from '../course';
import { byId, type Enrolment, type Household, type Id, takerIdsOn } from '../household';
import { isToAskFor, type Shortage } from '../materials';
import { cardsOfGate, isEnded, isMastered } from '../pace';
import type { Plan } from '../stagger';
import { lastOfLesson } from './asked';
import { deckForecast } from './decks';
import type { Forecast, Span } from './forecast';

/** When a gate is likely to open. */
export interface GateForecast {
  enrolmentId: Id;
  gateId: Id;
  /** What waits: a lesson, or the whole course. */
  lesson?: string;
  /** What it waits for: a deck, or another course. */
  for: { deckId: Id; toGo: number } | { enrolmentId: Id; lesson?: string };
  /** Undefined where nobody can tell yet. */
  opens?: Span;
}
/** The next thing of a course that has to be ordered. */
export interface OrderForecast {
  enrolmentId: Id;
  materialId: Id;
  needed: Span;
  /** By this day it has to be ordered to be there in time in nine cases of ten. */
  orderBy: Day;
}

const later = (a: Span, b: Span): Span => (b.middle > a.middle ? b : a);
const plus = (s: Span, days: number): Span => ({ early: s.early + days, middle: s.middle + days, late: s.late + days });

/** Every gate that is shut, with when it is likely to open. */
export function gateForecasts(state: Household, plan: Plan, told: readonly Forecast[]): GateForecast[] {
  const { today } = plan;
  return state.enrolments
    .filter((e) => !isEnded(e.life))
    .flatMap((e) =>
      (e.gates ?? []).flatMap((g): GateForecast[] => {
        const lesson = lessonTitle(state, e, g.lessonId, today);
        const base = { enrolmentId: e.id, gateId: g.id, ...(lesson === undefined ? {} : { lesson }) };
        const { until } = g;
        if (until.kind === 'course') {
          const other = byId(state.enrolments, until.enrolmentId);
          const way = told.find((f) => f.enrolmentId === until.enrolmentId);
          if (!other || !way) return [];
          const step = until.lessonId === undefined ? undefined : lastOfLesson(state, plan, other, until.lessonId);
          // What is done already holds nothing up.
          if (until.lessonId !== undefined && step === undefined) return [];
          const done = step !== undefined ? way.at[step] : way.waits ? undefined : way.last;
          const waited = lessonTitle(state, other, until.lessonId, today);
          const whom = { enrolmentId: other.id, ...(waited === undefined ? {} : { lesson: waited }) };
          return [{ ...base, for: whom, ...(done ? { opens: plus(done, until.days + 1) } : {}) }];
        }
        const takers = takerIdsOn(state, e, today);
        const cards = cardsOfGate(state, e, g);
        if (!cards || isMastered(state, e, g, takers)) return [];
        const each = takers.map((id) => deckForecast(state, cards.deck.id, id, plan, { counted: cards.counted }));
        const waits = each.filter((d) => d.toGo > 0);
        const spans = waits.flatMap((d) => d.opens ?? []);
        return [
          {
            ...base,
            for: { deckId: cards.deck.id, toGo: Math.max(0, ...waits.map((d) => d.toGo)) },
            ...(spans.length > 0 && spans.length === waits.length ? { opens: spans.reduce(later) } : {}),
          },
        ];
      }),
    );
}

function lessonTitle(state: Household, e: Enrolment, lessonId: Id | undefined, today: Day): string | undefined {
  const course = lessonId === undefined ? undefined : contentsOf(state, e, today);
  return course && flatten(course).find((s) => s.lesson.id === lessonId)?.lesson.title;
}

/**
 * Of each course the next thing that has to be ordered, by the day it is likely needed and not by the plan's alone: how far the plan's
 * order-by date lies before its need stays as it is. `missing`: what the plan runs short of; its first steps were asked of the forecasts.
 */
export function orderForecasts(told: readonly Forecast[], missing: readonly Shortage[]): OrderForecast[] {
  return told.flatMap((f): OrderForecast[] => {
    const next = missing.find((s) => s.first.enrolment.id === f.enrolmentId && !isToAskFor(s));
    const needed = next && f.at[next.first.step.id];
    return next && needed
      ? [
          {
            enrolmentId: f.enrolmentId,
            materialId: next.material.id,
            needed,
            orderBy: needed.early - (next.day - next.orderBy),
          },
        ]
      : [];
  });
}

/** The courses that have to be foretold so that all can be said of one: itself, and those that its gates wait for. */
export function toForetell(state: Household, courseId: Id): ReadonlySet<Id> {
  const gates = state.enrolments.filter((e) => e.courseId === courseId).flatMap((e) => e.gates ?? []);
  const others = gates.flatMap(({ until }) =>
    until.kind === 'course' ? (byId(state.enrolments, until.enrolmentId)?.courseId ?? []) : [],
  );
  return new Set([courseId, ...others]);
}
