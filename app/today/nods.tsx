import { Check } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { nodsTo, waitingTicks, type WaitingTick } from '../../core/day';
import type { Put } from '../../store';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, listing } from '../ui/words';
import { newId } from '../ui/id';

const SendBack = lazy(() => import('./send-back'));

/** What children have ticked on their own pages, for a nod each, or one for all. */
export default function Nods({ day }: { day: number }) {
  const { household, commit } = useHousehold();
  const waiting = waitingTicks(household);
  const [back, setBack] = useState<WaitingTick>();
  if (waiting.length === 0) return null;
  const what = (t: WaitingTick) => [t.child.name, t.title, t.detail].filter(Boolean).join(', ');
  const nod = (words: string, ticks: readonly WaitingTick[]) =>
    void commit(words, (now) => {
      const { made, settled } = nodsTo(
        now,
        ticks.map((t) => t.tick),
        newId,
      );
      return [...made, ...settled.map((id): Put => ({ table: 'ticks', remove: id }))];
    });
  return (
    <section aria-labelledby="nods" className="border-b border-rule py-1.5 print:hidden">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 id="nods" className="text-lead">
          Ticked, waiting for your OK
        </h2>
        {waiting.length > 1 && (
          <button
            type="button"
            className="btn btn-strong"
            onClick={() => nod(`OK to ${count(waiting.length, 'tick')}`, waiting)}
          >
            OK to all {waiting.length}
          </button>
        )}
      </div>
      <ul>
        {waiting.map((t) => (
          <li key={t.tick.id} className="flex flex-wrap items-center gap-x-3 border-t border-rule/60">
            <span className="flex min-w-0 flex-1 flex-wrap items-center gap-x-2 wrap-anywhere">
              <ChildName child={t.child} />
              <span className="font-medium">{t.title}</span>{' '}
              <span className="text-soft">
                {t.detail}
                {t.others.length > 0 && ` · done together: marks it for ${listing(t.others.map((c) => c.name))} too`}
                {t.day !== day && ` · ${dayAndDate(household.settings.dateStyle, t.day)}`}
              </span>
            </span>
            <button
              type="button"
              className="btn"
              aria-label={`OK: ${what(t)}`}
              onClick={() => nod(`${what(t)}: done`, [t])}
            >
              <Check size={18} aria-hidden="true" /> OK
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`Not yet: ${what(t)}`}
              onClick={() => setBack(t)}
            >
              Not yet
            </button>
          </li>
        ))}
      </ul>
      {back && (
        <Suspense>
          <SendBack tick={back} what={what(back)} close={() => setBack(undefined)} />
        </Suspense>
      )}
    </section>
  );
}
