import { expose } from 'comlink';
import { comingOf, type WaysToReach, waysToReach } from '../core/attendance';
import { type Day, yearWithOutside } from '../core/calendar';
import {
  childForecasts,
  type ChildForecast,
  type Forecast,
  forecasts,
  type GateForecast,
  gateForecasts,
  type LevelRecord,
  levelRecords,
  type OrderForecast,
  orderForecasts,
  type Silence,
  silenceOf,
  type StopForecast,
  stopForecasts,
  toForetell,
} from '../core/forecast';
import {
  byId,
  childrenIn,
  type Household,
  type Id,
  type Patch,
  patched,
  type SchoolYear,
  TABLES,
} from '../core/household';
import { shortages } from '../core/materials';
import type { Plan } from '../core/stagger';

/** What is foretold, without the runs that it comes from. */
export interface Foretold {
  courses: Omit<Forecast, 'runs'>[];
  children: ChildForecast[];
  gates: GateForecast[];
  /** How long each level took; of one course alone nothing. */
  levels: LevelRecord[];
  orders: OrderForecast[];
  /** Weeks on end of which nothing is known: why all of it may be later than it is. */
  silence?: Silence;
  /** How far those get that are paused, or over, from a day to come on. */
  stops: StopForecast[];
}

/** The household and the plan as far as they were told. */
let household = Object.fromEntries(TABLES.map((t) => [t, []])) as unknown as Household;
let plan: Plan | undefined;
const know = (patch: Patch) => {
  household = patched(household, patch);
};

const teller = {
  know,
  /** `by`: the plan, where it is not the one of the last question. */
  foretell(patch: Patch, year: SchoolYear, by: Plan | undefined, courseId?: Id): Foretold {
    know(patch);
    return foretold(household, year, (plan = by ?? plan)!, courseId);
  },
  reach(patch: Patch, yearId: Id, today: Day, planned: boolean, by: Plan | undefined): Map<Id, WaysToReach> {
    know(patch);
    plan = by ?? plan;
    return reach(household, yearId, today, planned ? plan : undefined);
  },
};

function foretold(household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Foretold {
  const orders = shortages(household, plan);
  const courseIds = courseId === undefined ? undefined : toForetell(household, courseId);
  const list = forecasts(household, year, plan, { orders, ...(courseIds ? { courseIds } : {}) });
  const silence = silenceOf(household, year, plan.today);
  const asked = ({ enrolmentId }: { enrolmentId: Id }) =>
    courseId === undefined || byId(household.enrolments, enrolmentId)?.courseId === courseId;
  return {
    courses: list.filter(asked).map(({ runs: _runs, ...f }) => f),
    children: childForecasts(household, list, plan),
    gates: gateForecasts(household, plan, list).filter(asked),
    orders: orderForecasts(list, orders).filter(asked),
    stops: stopForecasts(household, year, plan, courseId === undefined ? undefined : new Set([courseId])),
    levels: courseId === undefined ? levelRecords(household, plan.today) : [],
    ...(silence ? { silence } : {}),
  };
}

/** How what is required of the children of a year could still be reached, by child. */
function reach(household: Household, yearId: Id, today: Day, plan: Plan | undefined): Map<Id, WaysToReach> {
  const year = byId(household.years, yearId);
  const coming = year && plan && comingOf(household, yearWithOutside(household, year), plan);
  return new Map(
    (year ? childrenIn(household, year) : []).map((c) => [c.id, waysToReach(household, year!, c, today, coming)]),
  );
}

export type ForecastWorker = typeof teller;
expose(teller);
