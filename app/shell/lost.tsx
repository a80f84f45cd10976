import { fromDay } from '../../core/calendar';
import { download } from '../ui/download';
import { useHousehold } from './household';

/** Saves what this page knows as a backup file. */
export function useRescue(): () => Promise<void> {
  const { household, today, store } = useHousehold();
  return async () => {
    const { writeBackup } = await import('../../core/formats');
    const asOf = fromDay(today);
    const text = writeBackup({ asOf, household, ...(store.origin ? { lineage: store.origin } : {}) });
    download(`olden-primer rescued ${asOf}.json`, text, 'application/json');
  };
}

/** Said once nothing can be stored any more: what is on this page can still be saved as a file. */
export function Lost() {
  const { lost, whole } = useHousehold();
  const save = useRescue();
  if (!lost) return null;
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-y-2 border-ink py-2 font-medium">
      <p className="min-w-[min(100%,18rem)] flex-1">
        {lost}
        {!whole && ' Marks of years gone by had not been read yet and are not in it.'}
      </p>
      <button type="button" className="btn btn-strong" onClick={() => void save()}>
        Save what is on this page
      </button>
      <button type="button" className="btn" onClick={() => location.reload()}>
        Load the page again
      </button>
    </div>
  );
}
