import type { Day } from '../../core/calendar';
import { useHousehold } from './household';
import { usePlan } from './plan';

/** Said on every page while the plan cannot be made: what a page would say without it is not so. */
export function Unplanned() {
  const { plan, fault, retry } = usePlan();
  if (!fault) return null;
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-y-2 border-ink py-2 font-medium print:hidden">
      <p className="min-w-[min(100%,18rem)] flex-1 wrap-anywhere">
        The plan could not be made: {fault.replace(/\.?$/, '.')}{' '}
        {plan
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
  const { fault } = usePlan();
  return <p className="py-2 text-soft">{fault ? 'Not known without the plan.' : 'Being worked out …'}</p>;
}
