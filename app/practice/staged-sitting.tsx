import { useRef, useState } from 'react';
import { readBook } from '../../core/deeds';
import { type Book, type Stage, STAGES } from '../../core/household';
import { linesOf, nextSitting } from '../../core/reading';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { useKey } from '../ui/hotkeys';
import { InputField, NumberField } from '../ui/field';
import { newId } from '../ui/id';

/** What each part of a sitting is, and what is done in it. */
const PARTS: Record<Stage, { title: string; words: string }> = {
  cover: { title: 'The cover', words: 'Look at it together: what might it be about?' },
  regular: { title: 'Words that follow the rules', words: 'The child reads each.' },
  irregular: { title: 'Words that do not', words: 'Read them to the child first, then together.' },
  first: { title: 'First reading', words: 'The child reads.' },
  again: { title: 'Read again', words: 'You read it once more, as it should sound.' },
  questions: { title: 'Questions', words: 'Asked and answered.' },
  retelling: { title: 'Retelling', words: 'The child tells it in its own words.' },
};

/** A sitting in stages, in large type; those that were done are kept with pages, minutes and how it went. */
export function StagedSitting({ book, close }: { book: Book; close: () => void }) {
  const { household, today, commit } = useHousehold();
  const next = nextSitting(household, book);
  const [started] = useState(() => performance.now());
  const [at, setAt] = useState(0);
  const [done, setDone] = useState<readonly Stage[]>([]);
  const [to, setTo] = useState(next.to === undefined ? '' : String(next.to));
  const [how, setHow] = useState('');
  const [minutes, setMinutes] = useState<string>();
  const [fault, setFault] = useState<string>();
  const kept = useRef(false);
  const lists: Partial<Record<Stage, string[]>> = {
    regular: linesOf(book.regular),
    irregular: linesOf(book.irregular),
    questions: linesOf(book.questions),
  };
  // Where no words or questions are entered for it, a part of that kind is not asked for.
  const parts = STAGES.filter((s) => lists[s] === undefined || lists[s].length > 0);
  const part = parts[at];
  const go = (was: boolean) => {
    if (!part) return;
    if (was) setDone([...done, part]);
    if (at + 1 === parts.length) setMinutes(String(Math.max(1, Math.round((performance.now() - started) / 60_000))));
    setAt(at + 1);
  };
  useKey('n', () => go(true), [at]);
  const keep = async () => {
    const [page, took] = [to.trim() === '' ? undefined : Number(to), Number(minutes)];
    if (page !== undefined && !(Number.isInteger(page) && page >= 1 && page <= 20_000))
      return setFault('Give the last page as a whole number, or leave it empty.');
    if (!Number.isInteger(took) || took < 0 || took > 1440) return setFault('Give whole minutes from 0 to 1440.');
    if (kept.current) return;
    kept.current = true;
    const from = next.from !== undefined && page !== undefined && page >= next.from ? next.from : page;
    const said = {
      ...{ minutes: took, stages: [...done] },
      ...(page === undefined ? { from: undefined, to: undefined } : { from, to: page }),
      ...(how.trim() ? { how: how.trim().slice(0, 2000) } : {}),
    };
    const stored = await commit(`${book.title}: read in stages`, (now) => readBook(now, book.id, today, newId, said));
    if (stored) close();
    else kept.current = false;
  };
  return (
    <section aria-label={`${book.title} in stages`}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">{book.title}</h1>
        <span className="text-soft">
          {takerNames(household, book, today)}
          {part && ` · ${at + 1} of ${parts.length}`}
        </span>
      </div>
      {part ? (
        <div className="py-4">
          <h2>{PARTS[part].title}</h2>
          <p className="text-soft">{PARTS[part].words}</p>
          {lists[part] && (
            <ul
              aria-label={PARTS[part].title}
              className={part === 'questions' ? 'py-3 text-part' : 'flex flex-wrap gap-x-8 gap-y-4 py-6 text-figure'}
            >
              {lists[part].map((w) => (
                <li key={w} className="wrap-anywhere">
                  {w}
                </li>
              ))}
            </ul>
          )}
          <p className="flex flex-wrap gap-2 pt-4">
            <button
              type="button"
              className="btn btn-strong min-h-[60px] px-6 text-lead"
              autoFocus
              onClick={() => go(true)}
            >
              Done, next <kbd>n</kbd>
            </button>
            <button type="button" className="btn" onClick={() => go(false)}>
              Leave it out
            </button>
            <button type="button" className="btn btn-quiet" onClick={close}>
              Stop here, keep nothing
            </button>
          </p>
        </div>
      ) : (
        <form
          noValidate
          className="flex max-w-xl flex-col gap-4 py-4"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <div className="flex flex-wrap gap-4">
            <NumberField label="Read to page" className="w-24" value={to} onChange={(e) => setTo(e.target.value)} />
            <NumberField
              label="Minutes"
              className="w-24"
              value={minutes ?? ''}
              onChange={(e) => setMinutes(e.target.value)}
            />
          </div>
          <InputField
            label="How it went (may be empty)"
            maxLength={2000}
            value={how}
            onChange={(e) => setHow(e.target.value)}
          />
          {fault && (
            <p role="alert" className="font-semibold">
              {fault}
            </p>
          )}
          <p className="flex gap-2">
            <button type="submit" className="btn btn-strong" autoFocus>
              Keep it
            </button>
            <button type="button" className="btn" onClick={close}>
              Do not keep it
            </button>
          </p>
        </form>
      )}
    </section>
  );
}
