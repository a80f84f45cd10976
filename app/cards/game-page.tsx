import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { dayPage, gamesOn, ritualsOn } from '../../core/day';
import { answerRound } from '../../core/deeds';
import { type Card, type Child, type Saying, titleOf } from '../../core/household';
import { askedFrom, drawn, type Question, type Source, sourcesFor, usualSource } from '../../core/practice';
import { seeded, seedOf } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { useRitual } from '../today/use-ritual';
import { Field } from '../ui/field';
import { newId } from '../ui/id';
import { ChildName } from '../ui/ornament';
import { count } from '../ui/words';
import { Asking } from './asking';

/** As many turns as any game has. */
const TURNS = 200;

const keyOf = (s: Source) => `${s.kind} ${s.id}`;

/** A game round the table: in turn each child is asked from its own sheet or deck, at its own level; the end marks the sheets. */
export default function GamePage() {
  const { ritualId = '' } = useParams();
  const { household, year, today, commit } = useHousehold();
  const { plan } = usePlan();
  const toggle = useRitual(today);
  const page = useMemo(() => dayPage(household, plan, today), [household, plan, today]);
  const game = ritualsOn(household, year, today).find((r) => r.ritual.id === ritualId);
  const sheets = gamesOn(household, year, page).get(ritualId) ?? [];
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [playing, setPlaying] = useState<{ child: Child; round: string; source: Source; questions: Question[] }[]>();
  const [turn, setTurn] = useState(0);
  const [shown, setShown] = useState(false);
  if (!game)
    return (
      <>
        <h1 className="pb-2">A game round the table</h1>
        <p className="double-rule pt-4">
          This game does not come today. See{' '}
          <Link className="page-link" to="/shelf/together">
            Courses together
          </Link>
          .
        </p>
      </>
    );
  const sourceOf = (child: Child): Source | undefined => {
    const sheet = sheets.find((r) => r.enrolment.childIds.includes(child.id));
    const on = sheet && { enrolmentId: sheet.enrolment.id, stepId: sheet.step.id };
    const own = sourcesFor(household, child.id).find((s) => keyOf(s) === chosen[child.id]);
    return own ?? usualSource(household, child.id, on);
  };
  const players = game.children.flatMap((child) => {
    const source = chosen[child.id] === 'none' ? undefined : sourceOf(child);
    return source ? [{ child, source }] : [];
  });
  const begin = () =>
    setPlaying(
      players.map(({ child, source }) => {
        const round = newId();
        return { child, source, round, questions: drawn(askedFrom(household, source), TURNS, seeded(seedOf(round))) };
      }),
    );
  const now = playing?.[turn % playing.length];
  const question = now?.questions[Math.floor(turn / playing!.length)];
  const answer = (said: Saying) => {
    if (!now || !question) return;
    const at = Math.floor(turn / playing!.length);
    setShown(false);
    setTurn(turn + 1);
    const { source } = now;
    const deckId = source.kind === 'drill' ? source.drill.deckId : source.id;
    void commit(`${now.child.name}, ${game.ritual.title}: ${question.ask} ${said}`, (h) =>
      answerRound(
        h,
        {
          ...{ id: now.round, childId: now.child.id, kind: 'drill', day: today },
          ...(deckId === undefined ? {} : { deckId }),
          ...(source.kind === 'drill' ? { drillId: source.id } : {}),
        },
        { ...(question.cardId === undefined ? { ask: question.ask } : { cardId: question.cardId }), said },
        at,
      ),
    );
  };
  const done = game.mark !== undefined;
  const sheetWords = sheets.map((r) => `${titleOf(household, r.enrolment.courseId)} ${r.step.lesson.title}`);
  return (
    <>
      <h1 className="pb-2 wrap-anywhere">{game.ritual.title}</h1>
      <div className="double-rule pt-3">
        {now && question ? (
          <section aria-label={`${now.child.name}’s turn`}>
            <h2 className="flex justify-center">
              <ChildName child={now.child} />
            </h2>
            <Asking
              card={{ id: `${now.round} ${turn}`, front: question.ask, back: question.answer } as Card}
              shown={shown}
              show={() => setShown(true)}
              answer={answer}
              sayings={['right', 'wrong']}
            />
            <p className="flex justify-center">
              <button type="button" className="btn" onClick={() => setPlaying(undefined)}>
                The game is over
              </button>
            </p>
          </section>
        ) : (
          <>
            {turn === 0 && (
              <>
                <p className="text-soft">Each in turn, from its own sheet or deck; the answers are kept.</p>
                <div className="grid max-w-3xl gap-4 py-3 sm:grid-cols-2">
                  {game.children.map((child) => {
                    const own = sourcesFor(household, child.id);
                    const source = sourceOf(child);
                    return (
                      <Field key={child.id} label={`${child.name} is asked`}>
                        {(p) => (
                          <select
                            {...p}
                            value={chosen[child.id] ?? (source ? keyOf(source) : 'none')}
                            onChange={(e) => setChosen({ ...chosen, [child.id]: e.target.value })}
                          >
                            <option value="none">nothing</option>
                            {own.map((s) => (
                              <option key={keyOf(s)} value={keyOf(s)}>
                                {s.name}
                              </option>
                            ))}
                          </select>
                        )}
                      </Field>
                    );
                  })}
                </div>
              </>
            )}
            {turn > 0 && (
              <p role="status" className="py-2 text-lead">
                {count(turn, 'question')} answered.
              </p>
            )}
            <p className="flex flex-wrap gap-2 pt-2">
              <button type="button" className="btn btn-strong" disabled={players.length === 0} onClick={begin}>
                {turn === 0 ? 'Begin' : 'Play on'}
              </button>
              <button
                type="button"
                className="btn"
                disabled={done}
                onClick={() => toggle(game, sheets.length > 0 ? sheets : undefined)}
              >
                {done ? 'It is done' : sheets.length > 0 ? `Done, with ${count(sheets.length, 'sheet')}` : 'Done'}
              </button>
            </p>
            {sheetWords.length > 0 && !done && <p className="pt-2 text-soft">It does {sheetWords.join(', ')}.</p>}
          </>
        )}
      </div>
    </>
  );
}
