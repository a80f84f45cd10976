import { useEffect, useState } from 'react';
import type { Day } from '../../core/calendar';
import { chanceWords } from '../../core/forecast';
import { byId, type Household } from '../../core/household';
import {
  bestOfAll,
  inHandWords,
  type Judged,
  type Judgement,
  priceWords,
  type Remedy,
  remedyPuts,
  remedyWords,
} from '../../core/whatif';
import { takingName } from '../../core/words';
import { judge } from '../../worker/whatif';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { shortDate } from '../ui/dates';
import { Dialog } from '../ui/dialog';
import { newId } from '../ui/id';

/** What could be done about some courses, as the household is now; each way is planned and foretold in a worker. */
function useJudgements(enrolmentIds: readonly string[]) {
  const { household, today } = useHousehold();
  const [found, setFound] = useState<{ of: Household; list: Judgement[] }>();
  const [share, setShare] = useState(0);
  const [failed, setFailed] = useState(false);
  const ids = enrolmentIds.join(' ');
  useEffect(() => {
    const stop = new AbortController();
    judge(household, today, ids.split(' '), setShare, stop.signal).then(
      (list) => !stop.signal.aborted && setFound({ of: household, list }),
      () => !stop.signal.aborted && setFailed(true),
    );
    return () => stop.abort();
  }, [household, today, ids]);
  // What was found of another household is not shown beside this one.
  return { list: found?.of === household ? found.list : undefined, share, failed };
}

/**
 * What would help: the one or two that help most for least, a sentence each, and to accept it; all of them compared behind a press. Kept by
 * one press, taken back by undo. `together`: of a child's whole year, its courses in one list.
 */
export function Remedies({ enrolmentIds, close }: { enrolmentIds: readonly string[]; close: () => void }) {
  const { household, year, today, commit } = useHousehold();
  const { settled } = usePlan();
  const { list, share, failed } = useJudgements(enrolmentIds);
  const [all, setAll] = useState(false);
  const several = enrolmentIds.length > 1;
  const name = (r: Remedy) => takingName(household, r.enrolmentId, today);
  const keep = async (j: Judged) => {
    if (j.remedy.wish.kind === 'accept') return close();
    const plan = settled?.plan;
    if (!plan || !year) return;
    const kept = await commit(`${name(j.remedy)}: ${j.remedy.words}`, (now) =>
      remedyPuts(now, year, plan, j.remedy, newId),
    );
    if (kept) close();
  };
  if (failed) return <p role="alert">It could not be worked out just now.</p>;
  if (!list)
    return (
      <p role="status" className="text-soft">
        Each way out is planned and played through: {Math.round(share * 100)} per cent …
      </p>
    );
  const best = bestOfAll(list);
  const accept = list[0]?.all.at(-1);
  return (
    <div className="border-l-2 border-edge pb-2 pl-4">
      {best.length === 0 && <p>Nothing that the program knows of would help.</p>}
      <ul aria-label="What would help">
        {best.map(({ j, now }) => (
          <li key={`${j.remedy.enrolmentId} ${j.remedy.words}`} className="flex flex-wrap items-center gap-x-3 py-1">
            <span className="min-w-0 flex-1 basis-full wrap-anywhere sm:basis-0">
              {several && <b className="font-semibold">{name(j.remedy)}. </b>}
              {remedyWords(household, j, now, today)}
            </span>
            <button type="button" className="btn" onClick={() => void keep(j)}>
              Do this
            </button>
          </li>
        ))}
        {accept && (
          <li className="flex flex-wrap items-center gap-x-3 py-1">
            <span className="min-w-0 flex-1 basis-full sm:basis-0">{accept.remedy.words}.</span>
            <button type="button" className="btn" onClick={() => void keep(accept)}>
              Accept it
            </button>
          </li>
        )}
      </ul>
      <button type="button" className="press page-link cursor-pointer" onClick={() => setAll(true)}>
        Compare all
      </button>
      <Dialog open={all} onClose={() => setAll(false)} title="What would help" wide>
        {list.map((judgement) => (
          <Table
            key={judgement.now.remedy.enrolmentId}
            judgement={judgement}
            title={name(judgement.now.remedy)}
            today={today}
            keep={(j) => void keep(j)}
          />
        ))}
      </Dialog>
    </div>
  );
}

function Table({
  judgement: { now, all },
  title,
  today,
  keep,
}: {
  judgement: Judgement;
  title: string;
  today: Day;
  keep: (j: Judged) => void;
}) {
  const { household } = useHousehold();
  const style = household.settings.dateStyle;
  const year = (j: Judged) =>
    j.years.map((y) => `${byId(household.children, y.childId)?.name ?? ''} ${chanceWords(y.chance)}`).join(', ');
  const rows = [now, ...all.filter((j) => j.remedy.wish.kind !== 'accept')];
  return (
    <div className="overflow-x-auto pb-4" role="region" aria-label={`What would help: ${title}`} tabIndex={0}>
      <table className="w-full border-collapse text-left align-top">
        <caption className="pb-1 text-left font-semibold wrap-anywhere">{title}</caption>
        <thead>
          <tr className="border-b border-ink text-aside">
            {[
              'What is done',
              'Last day, most likely',
              'In time',
              'In hand',
              'Whole year in time',
              'What it costs',
              '',
            ].map((h) => (
              <th key={h} scope="col" className="py-1 pr-3 font-normal text-soft">
                {h || <span className="sr-only">Do it</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((j) => (
            <tr key={j.remedy.words} className="border-b border-rule align-top">
              <th scope="row" className="min-w-52 py-1 pr-3 font-normal wrap-anywhere">
                {j === now ? 'As it is' : j.remedy.words}
              </th>
              <td className="py-1 pr-3">{j.middle === undefined ? '–' : shortDate(style, j.middle, today)}</td>
              <td className="py-1 pr-3">{j.chance === undefined ? '–' : chanceWords(j.chance)}</td>
              <td className="py-1 pr-3">{inHandWords(j.daysInHand)}</td>
              <td className="py-1 pr-3">{year(j) || '–'}</td>
              <td className="py-1 pr-3">{j === now ? '' : priceWords(household, j) || 'nothing'}</td>
              <td className="py-1">
                <button type="button" className="btn whitespace-nowrap" onClick={() => keep(j)}>
                  {j === now ? 'Accept it' : 'Do this'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
