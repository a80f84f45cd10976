import { expose } from 'comlink';
import { childForecasts, type ChildForecast, type Forecast, forecasts } from '../core/forecast';
import type { Household, Id, SchoolYear } from '../core/household';
import type { Plan } from '../core/stagger';

/** What is foretold, without the runs that it comes from. */
export interface Foretold {
  courses: Omit<Forecast, 'runs'>[];
  children: ChildForecast[];
}

const teller = {
  foretell(household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Foretold {
    const list = forecasts(household, year, plan, courseId);
    return {
      courses: list.map(({ runs: _runs, ...f }) => f),
      children: childForecasts(household, list),
    };
  },
};

export type ForecastWorker = typeof teller;
expose(teller);
