import { useEffect, useMemo, useState } from 'react';
import type { Household } from '../../core/household';
import { type Column, comparison, type Figures, trialWords } from '../../core/whatif';
import { keepTrial, letTrialGo, MOST_TRIALS, type Trial, trialHousehold, trialsOf } from '../../store';
import { figures } from '../../worker/whatif';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { SubNav } from '../year/sub-nav';
import { TrialForm } from './trial-form';

const GROUPS = { children: 'Children', teachers: 'Teachers', orders: 'Orders and money', courses: 'Courses' } as const;

const idsOf = (trials: readonly Trial[]) => trials.map((t) => t.id).join(' ');

/** The trials of the open household, read anew after each change. */
function useTrials() {
  const { store } = useHousehold();
  const [trials, setTrials] = useState<Trial[]>();
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    let left = false;
    // The same trials read anew are no other ones.
    void trialsOf(store).then((list) => !left && setTrials((was) => (was && idsOf(was) === idsOf(list) ? was : list)));
    return () => {
      left = true;
    };
  }, [store, turn]);
  return { trials, again: () => setTurn((n) => n + 1) };
}

/** The household and its trials in figures, one after the other in a worker. */
function useFigures(trials: readonly Trial[] | undefined) {
  const { household, which, today } = useHousehold();
  const [found, setFound] = useState<{ of: Household; columns: ReadonlyMap<string, Column> }>();
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!trials || trials.length === 0) return;
    const stop = new AbortController();
    const work = async () => {
      const columns = new Map<string, Column>();
      for (const [id, state] of [['now', household] as const, ...trials.map((t) => [t.id, t] as const)]) {
        const own = 'settings' in state ? state : await trialHousehold(which, state);
        const told: Figures | undefined = await figures(own, today, stop.signal);
        if (told) columns.set(id, { state: own, figures: told });
        setFound({ of: household, columns: new Map(columns) });
      }
    };
    work().catch(() => !stop.signal.aborted && setFailed(true));
    return () => stop.abort();
  }, [household, trials, which, today]);
  return { columns: found?.of === household ? found.columns : undefined, failed };
}

/** What if: named copies of the household in which anything is tried, compared with how it is, kept or let go. */
export default function WhatIfPage() {
  const { household, year, today, store, which, trial: open, switchTrial, say } = useHousehold();
  const { trials, again } = useTrials();
  const { columns, failed } = useFigures(open ? undefined : trials);
  const [making, setMaking] = useState(false);
  const style = household.settings.dateStyle;
  const [busy, setBusy] = useState(false);
  const guarded = async (done: string, work: () => Promise<void>) => {
    setBusy(true);
    try {
      await work();
      say(done);
    } catch (error) {
      say((error as Error).message, true);
    }
    setBusy(false);
    again();
  };
  const shown = useMemo(() => (trials ?? []).filter((t) => columns?.has(t.id)), [trials, columns]);
  const now = columns?.get('now');
  const rows = useMemo(
    () => (now && shown.length > 0 ? comparison([now, ...shown.map((t) => columns!.get(t.id)!)], today) : []),
    [now, shown, columns, today],
  );
  if (open)
    return (
      <>
        <h1>What if</h1>
        <SubNav />
        <p className="double-rule pt-3">
          You are in a trial. Change anything on any page; then go back by “Back, and compare” above, and keep it or let
          it go.
        </p>
      </>
    );
  return (
    <>
      <h1>What if</h1>
      <SubNav />
      <p className="double-rule pt-3">
        A trial is a copy of your household with a name. Change anything in it on the ordinary pages, compare it with
        how things are, and keep it or let it go: until it is kept nothing of it touches your household.
      </p>
      {!year && <p className="py-3 text-soft">There is something to try once there is a school year.</p>}
      {year && (
        <p className="py-3">
          <button
            type="button"
            className="btn btn-strong print:hidden"
            disabled={(trials?.length ?? 0) >= MOST_TRIALS}
            onClick={() => setMaking(true)}
          >
            Try something
          </button>{' '}
          {(trials?.length ?? 0) >= MOST_TRIALS && (
            <span className="text-soft">{MOST_TRIALS} trials stand beside each other at most: let one go first.</span>
          )}
        </p>
      )}
      {failed && <p role="alert">It could not be compared just now. Reload the page to try again.</p>}
      <ul aria-label="Trials">
        {trials?.map((t) => {
          const then = columns?.get(t.id);
          return (
            <li key={t.id} className="border-b border-rule py-2">
              <div className="flex flex-wrap items-baseline gap-x-4">
                <h2 className="min-w-0 flex-1 basis-full text-lead wrap-anywhere sm:basis-0">
                  {t.name} <span className="font-normal text-soft">made {shortDate(style, t.made, today)}</span>
                </h2>
                <span className="flex flex-wrap gap-2 print:hidden">
                  <button
                    type="button"
                    className="btn"
                    aria-label={`Go into it: ${t.name}`}
                    onClick={() => void switchTrial(t)}
                  >
                    Go into it
                  </button>
                  <button
                    type="button"
                    className="btn"
                    disabled={busy}
                    aria-label={`Keep it: ${t.name}`}
                    onClick={() =>
                      void guarded(`“${t.name}” is your household’s now. Undo takes all of it back.`, () =>
                        keepTrial(store, which, t),
                      )
                    }
                  >
                    Keep it
                  </button>
                  <button
                    type="button"
                    className="btn"
                    disabled={busy}
                    aria-label={`Let it go: ${t.name}`}
                    onClick={() =>
                      void guarded(`“${t.name}” is gone. Your household is as it was.`, () =>
                        letTrialGo(store, which, t),
                      )
                    }
                  >
                    Let it go
                  </button>
                </span>
              </div>
              {now && then ? (
                <ul aria-label={`What it comes to: ${t.name}`}>
                  {trialWords(now, then).map((w) => (
                    <li key={w}>{w}</li>
                  ))}
                </ul>
              ) : (
                !failed && (
                  <p role="status" className="text-soft">
                    It is planned and played through …
                  </p>
                )
              )}
            </li>
          );
        })}
      </ul>
      {rows.length > 0 && (
        <div className="overflow-x-auto pt-4" role="region" aria-label="Compared with now" tabIndex={0}>
          <table className="w-full border-collapse text-left align-top">
            <caption className="sr-only">Now and each trial</caption>
            <thead>
              <tr className="border-b border-ink">
                <th scope="col" className="py-1 pr-4 font-normal text-soft">
                  <span className="sr-only">What</span>
                </th>
                {['Now', ...shown.map((t) => t.name)].map((n, i) => (
                  <th key={i} scope="col" className="min-w-48 py-1 pr-4 font-semibold wrap-anywhere">
                    {n}
                  </th>
                ))}
              </tr>
            </thead>
            {(Object.keys(GROUPS) as (keyof typeof GROUPS)[]).map((group) => (
              <tbody key={group}>
                <tr>
                  <th scope="rowgroup" colSpan={2 + shown.length} className="pt-3 font-semibold">
                    {GROUPS[group]}
                  </th>
                </tr>
                {rows
                  .filter((r) => r.group === group)
                  .map((r) => (
                    <tr key={r.name} className="border-b border-rule align-top">
                      <th scope="row" className="min-w-40 py-1 pr-4 font-normal wrap-anywhere">
                        {r.name}
                      </th>
                      {r.cells.map((c, i) => (
                        <td key={i} className={`py-1 pr-4 ${r.differs[i] ? 'font-semibold' : 'text-soft'}`}>
                          {c}
                        </td>
                      ))}
                    </tr>
                  ))}
              </tbody>
            ))}
          </table>
        </div>
      )}
      {making && (
        <TrialForm
          close={() => setMaking(false)}
          made={(t, enter) => {
            setMaking(false);
            if (enter) void switchTrial(t);
            else again();
          }}
        />
      )}
    </>
  );
}
