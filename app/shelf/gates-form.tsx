import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { array, mixed, object, type ObjectSchema } from 'yup';
import { type Day, fromDay } from '../../core/calendar';
import { byId, type Course, type Enrolment, type Gate, type Household, takerIdsOn } from '../../core/household';
import { cardsOfGate, gateFault, isMastered, masteryOfGate } from '../../core/pace';
import { takingName, takerNames } from '../../core/words';
import { useFormCommit, useHousehold } from '../shell/household';
import { byFaults } from '../ui/faults';
import { Fault, Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { Choice, lessonOptions } from '../ui/choice';
import { lessonsIn } from '../../core/course';
import { Otherwise } from '../household/otherwise';
import { WholeField } from '../ui/whole-field';

interface Values {
  gates: Gate[];
}
function gatedBy({ gates: _, ...rest }: Enrolment, gates: Gate[]): Enrolment {
  return gates.length > 0 ? { ...rest, gates } : rest;
}
const schema = (household: Household, enrolment: Enrolment): ObjectSchema<Values> =>
  object({ gates: array().of(mixed<Gate>().required()).required() }).test(
    'gates',
    byFaults<Values>(({ gates }) => {
      const empty = gates.some((g) => g.until.kind === 'mastery' && !g.until.deckId && !g.until.list.trim());
      const wrong = gateFault(household, gatedBy(enrolment, gates));
      return { gates: wrong ?? (empty ? 'Say what must be known, like “letter sounds”.' : undefined) };
    }),
  );

/** What must be met before an enrolment, or a lesson of it, is begun; and what is taken meanwhile. */
export function GatesForm({ course, enrolment, close }: { course: Course; enrolment: Enrolment; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const holding = schema(household, enrolment);
  const { handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(holding),
    defaultValues: { gates: enrolment.gates ?? [] },
  });
  const gates = useWatch({ control, name: 'gates' });
  const setGates = (next: Gate[]) => setValue('gates', next, { shouldDirty: true });
  const others = household.enrolments.filter((e) => e.id !== enrolment.id);
  const name = (e: Enrolment) => takingName(household, e.id, today);
  const who = takerNames(household, enrolment, today);
  const change = (i: number, gate: Gate) => setGates(gates.map((g, k) => (k === i ? gate : g)));
  const keep = handleSubmit(async (v) => {
    const put = gatedBy(enrolment, v.gates);
    if (await commit(`${course.title}: what ${who} must meet first`, [{ table: 'enrolments', put }])) close();
  });
  return (
    <FormDialog wide title={`${course.title}: before ${who} goes on`} close={close} onSubmit={(e) => void keep(e)}>
      {gates.length === 0 && (
        <p className="text-soft">
          Nothing must come first. A lesson, or the whole course, can be held until a list is mastered or another course
          has come so far.
        </p>
      )}
      {gates.map((g, i) => (
        <GateFields
          key={g.id}
          gate={g}
          enrolment={enrolment}
          course={course}
          others={others}
          name={name}
          today={today}
          change={(gate) => change(i, gate)}
          remove={() => setGates(gates.filter((_, k) => k !== i))}
        />
      ))}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn"
          onClick={() => setGates([...gates, { id: newId(), until: { kind: 'mastery', list: '', known: 0, of: 26 } }])}
        >
          Wait until a list is mastered
        </button>
        <button
          type="button"
          className="btn"
          disabled={others.length === 0}
          onClick={() =>
            setGates([...gates, { id: newId(), until: { kind: 'course', enrolmentId: others[0]!.id, days: 0 } }])
          }
        >
          Wait for another course
        </button>
      </div>
      <Fault of={formState.errors.gates?.root ?? formState.errors.gates} />
      <Otherwise
        about={enrolment.id}
        puts={
          formState.isDirty &&
          holding.isValidSync({ gates }) && [{ table: 'enrolments', put: gatedBy(enrolment, gates) }]
        }
      />
    </FormDialog>
  );
}

function GateFields({
  gate,
  enrolment,
  course,
  others,
  name,
  today,
  change,
  remove,
}: {
  gate: Gate;
  enrolment: Enrolment;
  course: Course;
  others: Enrolment[];
  name: (e: Enrolment) => string;
  today: Day;
  change: (gate: Gate) => void;
  remove: () => void;
}) {
  const { household } = useHousehold();
  const { until } = gate;
  const without = <K extends keyof Gate>(key: K): Gate => {
    const next = { ...gate };
    delete next[key];
    return next;
  };
  const childIds = takerIdsOn(household, enrolment, today);
  const standing = until.kind === 'mastery' ? masteryOfGate(household, enrolment, gate, childIds) : undefined;
  const cards = cardsOfGate(household, enrolment, gate);
  const other = until.kind === 'course' ? household.enrolments.find((e) => e.id === until.enrolmentId) : undefined;
  const lessons = lessonsIn(other && byId(household.courses, other.courseId));
  return (
    <fieldset className="border border-edge p-3">
      <legend className="label px-1">{until.kind === 'mastery' ? 'A list to master' : 'Another course first'}</legend>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="What waits">
          {(p) => (
            <Choice
              {...p}
              options={lessonOptions(lessonsIn(course), 'the whole course', (title) => `from ${title} on`)}
              value={gate.lessonId ?? ''}
              onChange={(lessonId) => change(lessonId ? { ...gate, lessonId } : without('lessonId'))}
            />
          )}
        </Field>
        {until.kind === 'mastery' ? (
          <>
            {household.decks.length > 0 && (
              <Field label="Counted">
                {(p) => (
                  <select
                    {...p}
                    value={until.deckId ?? ''}
                    onChange={(e) => {
                      const { deckId: _d, ...byHand } = until;
                      const deck = byId(household.decks, e.target.value);
                      change({
                        ...gate,
                        until: deck ? { ...byHand, list: deck.name.slice(0, 120), deckId: deck.id } : byHand,
                      });
                    }}
                  >
                    <option value="">by hand</option>
                    {household.decks.map((d) => (
                      <option key={d.id} value={d.id}>
                        from the cards: {d.name}
                      </option>
                    ))}
                  </select>
                )}
              </Field>
            )}
            {until.deckId === undefined ? (
              <>
                <InputField
                  label="What must be known"
                  maxLength={120}
                  placeholder="letter sounds"
                  value={until.list}
                  onChange={(e) => change({ ...gate, until: { ...until, list: e.target.value } })}
                />
                <WholeField
                  label="Known so far"
                  least={0}
                  most={10_000}
                  value={until.known}
                  onChange={(known) => change({ ...gate, until: { ...until, known } })}
                />
                <WholeField
                  label="of"
                  least={1}
                  most={10_000}
                  value={until.of}
                  onChange={(of) => change({ ...gate, until: { ...until, of } })}
                />
              </>
            ) : (
              <p>
                {standing!.known} of {count(standing!.of, 'card')} mastered by all who take it.
                {cards && cards.behind.length > 0 && (
                  <>
                    {' '}
                    {count(cards.behind.length, 'card belongs', 'cards belong')} to lessons that wait, and{' '}
                    {cards.behind.length === 1 ? 'is' : 'are'} not counted.
                  </>
                )}
              </p>
            )}
            <label className="flex min-h-touch items-center gap-2">
              <input
                type="checkbox"
                checked={isMastered(household, enrolment, gate, childIds)}
                disabled={standing !== undefined && standing.known >= standing.of}
                onChange={(e) => {
                  const { opened: _o, ...closed } = until;
                  change({ ...gate, until: e.target.checked ? { ...until, opened: fromDay(today) } : closed });
                }}
              />
              good enough: it is open
            </label>
          </>
        ) : (
          <>
            <Field label="Waits for">
              {(p) => (
                <select
                  {...p}
                  value={until.enrolmentId}
                  onChange={(e) =>
                    change({ ...gate, until: { kind: 'course', enrolmentId: e.target.value, days: until.days } })
                  }
                >
                  {others.map((e) => (
                    <option key={e.id} value={e.id}>
                      {name(e)}
                    </option>
                  ))}
                </select>
              )}
            </Field>
            <Field label="until">
              {(p) => (
                <Choice
                  {...p}
                  options={lessonOptions(lessons, 'all of it is done', (title) => `${title} is done`)}
                  value={until.lessonId ?? ''}
                  onChange={(lessonId) => {
                    const { lessonId: _l, ...rest } = until;
                    change({ ...gate, until: lessonId ? { ...rest, lessonId } : rest });
                  }}
                />
              )}
            </Field>
            <WholeField
              label="Days in between"
              hint="To order and prepare the next volume."
              least={0}
              most={366}
              value={until.days}
              onChange={(days) => change({ ...gate, until: { ...until, days } })}
            />
          </>
        )}
        <Field label="Meanwhile take" hint="Only while it is held.">
          {(p) => (
            <select
              {...p}
              value={gate.fillId ?? ''}
              onChange={(e) => change(e.target.value ? { ...gate, fillId: e.target.value } : without('fillId'))}
            >
              <option value="">nothing else</option>
              {others.map((e) => (
                <option key={e.id} value={e.id}>
                  {name(e)}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <button type="button" className="btn mt-2" onClick={remove}>
        No longer wait for this
      </button>
      {standing && until.kind === 'mastery' && !isMastered(household, enrolment, gate, childIds) && (
        <p className="pt-1 text-aside text-soft">
          {count(Math.max(0, standing.of - standing.known), 'entry is', 'entries are')} still to come.
        </p>
      )}
    </fieldset>
  );
}
