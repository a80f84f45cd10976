import { Delete } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { sittingOf } from '../../core/cards';
import { answerRound, endDrill, type RoundOf } from '../../core/deeds';
import { byId, type Child, type Deck, type Drill, type Id } from '../../core/household';
import {
  choicesFor,
  drawn,
  isAnswer,
  missedBefore,
  missedIn,
  type Question,
  questionsOf,
  roundWords,
} from '../../core/practice';
import { seeded, seedOf } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';

/** Seconds since a moment of this page; none where it has not begun. */
const secondsSince = (moment: number | undefined) => (moment === undefined ? 0 : (performance.now() - moment) / 1000);
const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];

/**
 * A drill: one question at a time, answered by keys or on a large pad, right or wrong at once. Each answer is kept as it is given; at the end
 * the step it was held for is done. `ticks`: a child holds it alone, on its own page.
 */
export function DrillRound({
  drill,
  child,
  step,
  ticks = false,
  close,
}: {
  drill: Drill;
  child: Child;
  step?: { enrolmentId: Id; stepId: Id } | undefined;
  ticks?: boolean;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  // What is asked was drawn when it began; answers do not change it under the child’s eyes.
  const [questions] = useState(() =>
    drawn(
      questionsOf(household, drill),
      drill.n,
      seeded(seedOf(newId())),
      missedBefore(household, drill.id, child.id, today),
    ),
  );
  return (
    <Questions
      title={drill.name}
      child={child}
      questions={questions}
      all={questionsOf(household, drill)}
      round={{
        ...{ drillId: drill.id, childId: child.id, kind: 'drill' },
        ...(drill.deckId === undefined ? {} : { deckId: drill.deckId }),
        ...step,
      }}
      ticks={ticks}
      close={close}
    />
  );
}

/** The cards of a deck that are to be reviewed today, on a child’s own page: typed or chosen. */
export function OwnReview({ deck, child, close }: { deck: Deck; child: Child; close: () => void }) {
  const { household, today } = useHousehold();
  const [questions] = useState(() =>
    sittingOf(household, deck, child.id, today)
      .cards.filter(({ card }) => card.back.trim() !== '')
      .map(({ card }): Question => ({ ask: card.front, answer: card.back, cardId: card.id })),
  );
  return (
    <Questions
      title={deck.name}
      child={child}
      questions={questions}
      all={questionsOf(household, { facts: [], deckId: deck.id })}
      round={{ deckId: deck.id, childId: child.id, kind: 'review' }}
      ticks
      close={close}
    />
  );
}

function Questions({
  title,
  child,
  questions,
  all,
  round: of,
  ticks,
  close,
}: {
  title: string;
  child: Child;
  questions: readonly Question[];
  all: readonly Question[];
  round: Omit<RoundOf, 'id' | 'day'>;
  ticks: boolean;
  close: () => void;
}) {
  const { household, today, commit } = useHousehold();
  const [id] = useState(newId);
  const started = useRef<number>(undefined);
  const [at, setAt] = useState(0);
  const [given, setGiven] = useState('');
  /** What was wrong just now, until it is seen. */
  const [wrong, setWrong] = useState<string>();
  const [ended, setEnded] = useState(false);
  const question = questions[at];
  const round = byId(household.rounds, id);
  const field = useRef<HTMLInputElement>(null);
  const numbers = questions.every((q) => /^\d+$/.test(q.answer));
  const choices = useMemo(
    () => (numbers || !question ? undefined : choicesFor(question, all, seeded(seedOf(`${id} ${at}`)))),
    [numbers, question, all, id, at],
  );

  /** So many answers were given; the last of them may still be on its way to the store. */
  const end = (n: number) => {
    setEnded(true);
    if (n === 0) return;
    const seconds = secondsSince(started.current);
    void commit(`${child.name}, ${title}: ended`, (now) => endDrill(now, id, seconds, newId, ticks));
  };
  const next = () => {
    setWrong(undefined);
    setGiven('');
    setAt(at + 1);
    if (at + 1 >= questions.length) end(at + 1);
    field.current?.focus();
  };
  const answer = (said = given) => {
    if (!question || ended) return;
    if (wrong !== undefined) return next();
    if (said.trim() === '') return;
    started.current ??= performance.now();
    const right = isAnswer(question, said);
    const asked = question.cardId === undefined ? { ask: question.ask } : { cardId: question.cardId };
    void commit(`${child.name}, ${title}: ${question.ask} ${right ? 'right' : 'wrong'}`, (now) =>
      answerRound(
        now,
        { ...of, id, day: today },
        { ...asked, said: right ? 'right' : 'wrong', ...(right ? {} : { gave: said.trim().slice(0, 500) }) },
        at,
      ),
    );
    if (right) next();
    else setWrong(said.trim());
  };
  const pad = (digit: string) => {
    started.current ??= performance.now();
    setGiven((g) => (wrong === undefined ? `${g}${digit}`.slice(0, 12) : g));
  };
  return (
    <section aria-label={`${title} with ${child.name}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">
          {title}, {child.name}
        </h1>
        {!ended && question && (
          <span className="text-soft tabular-nums">
            {at + 1} of {questions.length}
          </span>
        )}
      </div>
      {ended || !question ? (
        <div className="py-8 text-center" role="status">
          <p className="text-title">{round ? roundWords(round) : 'Nothing was answered.'}</p>
          {round && missedIn(round, household) && <p>To look at again: {missedIn(round, household)}.</p>}
        </div>
      ) : (
        <form
          className="flex flex-col items-center gap-4 py-6"
          onSubmit={(e) => {
            e.preventDefault();
            answer();
          }}
        >
          <p
            className="min-h-20 text-center text-figure leading-tight wrap-anywhere"
            aria-live="polite"
            data-question={at}
          >
            {question.ask}
          </p>
          {choices && (
            <div className="grid w-full max-w-2xl gap-2 sm:grid-cols-2" role="group" aria-label="Answers">
              {choices.map((c) => (
                <button
                  key={c}
                  type="button"
                  className="btn min-h-[64px] text-part wrap-anywhere"
                  disabled={wrong !== undefined}
                  onClick={() => answer(c)}
                >
                  {c}
                </button>
              ))}
            </div>
          )}
          <input
            ref={field}
            aria-label="Answer"
            // The pad below is there for fingers; a keyboard of the device would hide the question.
            inputMode={numbers ? 'none' : 'text'}
            autoComplete="off"
            autoFocus={!choices}
            hidden={choices !== undefined}
            readOnly={wrong !== undefined}
            className="w-56 text-center text-head"
            value={given}
            onChange={(e) => {
              started.current ??= performance.now();
              setGiven(e.target.value.slice(0, 60));
            }}
          />
          <p className="min-h-9 text-part" role="status">
            {wrong !== undefined && (
              <>
                {question.ask}: <b className="font-semibold">{question.answer}</b>
              </>
            )}
          </p>
          {numbers && (
            <div className="grid grid-cols-5 gap-2" role="group" aria-label="Pad">
              {DIGITS.map((d) => (
                <button key={d} type="button" className="btn size-[60px] text-title" onClick={() => pad(d)}>
                  {d}
                </button>
              ))}
            </div>
          )}
          <div className="flex gap-2">
            {numbers && (
              <button
                type="button"
                className="btn min-h-[60px] min-w-20"
                aria-label="Take the last digit off"
                onClick={() => setGiven(given.slice(0, -1))}
              >
                <Delete size={24} aria-hidden="true" />
              </button>
            )}
            {(!choices || wrong !== undefined) && (
              <button
                type="submit"
                autoFocus={choices !== undefined}
                className="btn btn-strong min-h-[60px] min-w-40 text-lead"
              >
                {wrong === undefined ? 'Answer' : 'Go on'}
              </button>
            )}
          </div>
        </form>
      )}
      <p className="flex justify-center">
        {ended || !question ? (
          <button type="button" className="btn" autoFocus onClick={close}>
            Back
          </button>
        ) : (
          <button type="button" className="btn btn-quiet" onClick={() => end(at + (wrong === undefined ? 0 : 1))}>
            Stop here
          </button>
        )}
      </p>
    </section>
  );
}
