import { useEffect, useState } from 'react';
import { goodnessOf, goodnessWords, type Plan } from '../../core/stagger';
import { seekFurther } from '../../worker/further';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { count } from '../ui/words';

/** How hard it is looked when somebody asks: some hundred times the first plan. */
const FURTHER = { sweeps: 400, seed: 1 };

/**
 * A longer search, begun by who asks whether it could be better, or where there is a core to spare: by linear programming, which proves more, and for a better plan, which is
 * taken by one press. It ends when it is left.
 */
export default function Further({ plan, found: tell }: { plan: Plan; found: (of: Plan) => void }) {
  const { household, today, say } = useHousehold();
  const { adopt } = usePlan();
  const [share, setShare] = useState(0);
  const [found, setFound] = useState<{ of: Plan; plan: Plan; program: boolean }>();
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const stop = new AbortController();
    seekFurther(household, today, plan, FURTHER, setShare, stop.signal).then(
      (f) => {
        if (stop.signal.aborted || !f) return;
        setFound({ of: plan, ...f });
        if (f.plan.cost.total < plan.cost.total) tell(plan);
      },
      () => !stop.signal.aborted && setFailed(true),
    );
    return () => stop.abort();
  }, [household, today, plan, tell]);
  if (failed) return <p role="status">The search could not go on just now; the plan stays as it is.</p>;
  const here = found?.of === plan ? found : undefined;
  if (!here)
    return (
      <p role="status" className="text-soft">
        Looking for a better plan: {Math.round(100 * share)} per cent …
      </p>
    );
  const good = goodnessOf(here.plan);
  const steps = here.plan.tracks.reduce((n, t) => n + t.stepIds.length, 0);
  const won = plan.cost.total - here.plan.cost.total;
  const fewer = goodnessOf(plan)!.clashes - (good?.clashes ?? 0);
  return (
    <div role="status" className="border-l-2 border-edge pl-4">
      <p>
        {won > 0
          ? `A longer search found a better plan: it is worth as much as ${count(won, 'step')} standing a sitting nearer to the pace${fewer > 0 ? `, with ${count(fewer, 'clash', 'clashes')} fewer` : ''}.`
          : 'A longer search found no better plan.'}{' '}
        {good && goodnessWords(good, steps)}
        {!here.program && ' The solver could not be fetched: with it more could be proved.'}
      </p>
      {won > 0 && (
        <p className="text-soft">Taken, it stands until something changes; a week that is published keeps its days.</p>
      )}
      {won > 0 && (
        <button
          type="button"
          className="btn mt-1"
          onClick={() => {
            adopt(here.plan);
            say('The better plan is taken.');
          }}
        >
          Take the better plan
        </button>
      )}
    </div>
  );
}
