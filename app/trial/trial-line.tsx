import { useNavigate } from 'react-router';
import { useHousehold } from '../shell/household';

/** Over every page of a trial: that it is one, and the way back to the household. */
export default function TrialLine() {
  const { trial, switchTrial } = useHousehold();
  const navigate = useNavigate();
  if (!trial) return null;
  return (
    <p role="note" className="trial-line flex flex-wrap items-center gap-x-4 px-3 wrap-anywhere">
      <span className="min-w-0 flex-1">
        <b className="font-semibold">This is a trial: {trial.name}.</b> Nothing here touches your household until you
        keep it.
      </span>
      <button
        type="button"
        className="press page-link min-h-[32px] cursor-pointer"
        onClick={() => {
          void navigate('/year/what-if');
          void switchTrial(undefined);
        }}
      >
        Back, and compare
      </button>
    </p>
  );
}
