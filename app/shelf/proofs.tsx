import { toDay } from '../../core/calendar';
import { stepName } from '../../core/course';
import { type Enrolment } from '../../core/household';
import { proofFailed, proofWithdrawn } from '../../core/deeds';
import { proofsOf } from '../../core/proof';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { count, listing } from '../ui/words';
import { newId } from '../ui/id';

/** Stretches said to be known, how far their proof has come, and the ways back. */
export function Proofs({ enrolments }: { enrolments: Enrolment[] }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const lines = enrolments.flatMap((e) => proofsOf(household, e).map((p) => ({ e, p })));
  if (lines.length === 0) return null;
  return (
    <section className="pb-5" aria-labelledby="proofs">
      <h2 id="proofs">Said to be known</h2>
      <ul>
        {lines.map(({ e, p }) => (
          <li
            key={p.proof.id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule py-1.5"
          >
            <span className="min-w-0">
              {takerNames(household, e)}, {shortDate(style, toDay(p.proof.date), today)}:{' '}
              <b>{count(p.fell, 'step')} skipped</b>
              <span className="block text-aside text-soft">
                {p.kept.length === 0
                  ? 'taken at its word'
                  : p.asked.length > 0
                    ? 'a score below the line, to be answered on its day: '
                    : p.proven
                      ? 'shown by '
                      : `still to check it: ${count(p.kept.filter((k) => k.state === 'open').length, 'step')} of `}
                {listing(p.kept.map((k) => `${k.step.lesson.title} ${stepName(k.step)}`))}
              </span>
            </span>
            <span className="flex gap-2">
              {!p.proven && (
                <button
                  type="button"
                  className="btn"
                  onClick={() =>
                    void commit(`the proof failed: ${count(p.fell, 'step')} put back`, (now) =>
                      proofFailed(now, p.proof.id, today, newId),
                    )
                  }
                >
                  It failed
                </button>
              )}
              <button
                type="button"
                className="btn"
                onClick={() => void commit('“known” taken back', (now) => proofWithdrawn(now, p.proof.id))}
              >
                Take it back
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
