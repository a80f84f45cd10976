import type { Day } from '../../core/calendar';
import { useHousehold } from './household';
import { usePlan } from './plan';

/** Said on every page while the plan, or what it needs of things, cannot be made out: what a page would say without it is not so. */
export function Unplanned() {
  const { plan, fault, stuck, retry } = usePlan();
  const why = (fault ?? stuck)?.replace(/\.?$/, '.');
  if (!why) return null;
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-y-2 border-ink py-2 font-medium print:hidden">
      <p className="min-w-[min(100%,18rem)] flex-1 wrap-anywhere">
        {fault ? 'The plan could not be made' : 'What the plan needs of your things could not be worked out'}: {why}{' '}
        {!fault
          ? 'Until it is, what is to be got out, ordered and made ready is missing, or as it was before the last change.'
          : plan
            ? 'Until it is, what is planned stands as it was before the last change.'
            : 'Until it is, what is planned is missing.'}{' '}
        Marks are kept all the same.
      </p>
      <button type="button" className="btn" onClick={retry}>
        Try again
      </button>
      <button type="button" className="btn" onClick={() => location.reload()}>
        Load the page again
      </button>
    </div>
  );
}

/**
 * Whether a plan will say what is to come, and is not there yet: what a page would say until then is not so.
 * @param last the last day that the page tells of; of days gone by the record says all there is
 */
export function useAwaits(last: Day = Infinity): boolean {
  const { year, today } = useHousehold();
  const { plan } = usePlan();
  return year !== undefined && !plan && last >= today;
}

/** Stands for what follows from the plan while there is none. */
export function Awaited() {
  const { fault, stuck } = usePlan();
  return (
    <p className="py-2 text-soft">
      {fault ? 'Not known without the plan.' : stuck ? 'Not known: it could not be worked out.' : 'Being worked out …'}
    </p>
  );
}
