import { helpersFor } from '../../core/day';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState } from 'react';
import { fromDay, isClock, isIsoDate } from '../../core/calendar';
import { contentsOf, kindName, tracksOf, variantsOf } from '../../core/course';
import {
  byId,
  childrenOf,
  type Course,
  type Enrolment,
  type Kind,
  KINDS,
  type OwnPresence,
  type Presence,
  PRESENCES,
  type UnitRef,
} from '../../core/household';
import { takenSteps } from '../../core/pace';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count, listing, PRESENCE_WORDS } from '../ui/words';
import { PeoplePicker } from '../ui/people-picker';
import { DateField, TimeField } from '../ui/date-field';

const sameRef = (a: UnitRef, b: UnitRef) => a.courseId === b.courseId && a.unitId === b.unitId;

/** What holds always, then what begins later: of those that have begun the last in the list holds. */
const byFrom = (a: OwnPresence, b: OwnPresence) =>
  (a.from ?? '') < (b.from ?? '') ? -1 : (a.from ?? '') > (b.from ?? '') ? 1 : 0;

/** How one enrolment takes the book: which variant and optional parts, with whose help, which units in which order. */
export function ChoicesForm({ course, enrolment, close }: { course: Course; enrolment: Enrolment; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const book: UnitRef[] = course.units.map((u) => ({ courseId: course.id, unitId: u.id }));
  const steps = course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps));
  const used = KINDS.filter((k) => steps.some((s) => s.kind === k));
  const optional = KINDS.filter((k) => steps.some((s) => s.kind === k && s.optional));
  const variants = variantsOf(course);
  const tracks = tracksOf(course);
  const [variant, setVariant] = useState(enrolment.variant ?? variants[0] ?? '');
  const [kinds, setKinds] = useState<Kind[]>(enrolment.takesOptional ? (enrolment.optionalKinds ?? optional) : []);
  const [presences, setPresences] = useState<OwnPresence[]>(enrolment.presences ?? []);
  const [units, setUnits] = useState<UnitRef[]>(enrolment.units ?? book);
  const [at, setAt] = useState(enrolment.at ?? '');
  const [portable, setPortable] = useState<Kind[]>(enrolment.portable ?? []);
  const [helper, setHelper] = useState(enrolment.helper?.childId ?? '');
  const [helps, setHelps] = useState<Kind[]>(enrolment.helper?.kinds ?? []);
  const [fault, setFault] = useState<string>();
  const kindChoice = used.map((k) => ({ id: k, name: kindName(k) }));
  // Whoever helps already stays to be chosen, whatever age is set now.
  const offered = helpersFor(household, enrolment.childIds, today);
  const siblings = household.children.filter((c) => offered.includes(c) || c.id === enrolment.helper?.childId);

  const coming = (p: OwnPresence) => p.from !== undefined && !(isIsoDate(p.from) && p.from <= fromDay(today));
  /** What holds today of a kind of work. */
  const own = (k: Kind) => presences.filter((p) => p.kind === k && !coming(p)).at(-1);
  const setOwn = (k: Kind, presence: Presence | undefined) =>
    setPresences((all) => [
      ...(presence ? [{ kind: k, presence }] : []),
      ...all.filter((p) => p.kind !== k || coming(p)),
    ]);
  const setComing = (was: OwnPresence, is: OwnPresence | undefined) =>
    setPresences((all) => all.flatMap((p) => (p === was ? (is ? [is] : []) : [p])));
  const draft = (): Enrolment => {
    const {
      variant: _v,
      optionalKinds: _o,
      presences: _p,
      units: _u,
      at: _a,
      portable: _w,
      helper: _h,
      ...rest
    } = enrolment;
    // While a day is being typed there is none yet.
    const dated = presences.filter((p) => p.from === undefined || isIsoDate(p.from));
    const whole = units.length === book.length && units.every((u, i) => sameRef(u, book[i]!));
    return {
      ...rest,
      takesOptional: optional.length === 0 ? enrolment.takesOptional : kinds.length > 0,
      ...(kinds.length > 0 && kinds.length < optional.length ? { optionalKinds: kinds } : {}),
      ...(variants.length > 0 ? { variant } : {}),
      ...(dated.length > 0 ? { presences: [...dated].sort(byFrom) } : {}),
      ...(whole ? {} : { units }),
      ...(isClock(at) ? { at } : {}),
      ...(portable.length > 0 ? { portable } : {}),
      ...(helper && helps.length > 0 ? { helper: { childId: helper, kinds: helps } } : {}),
    };
  };
  const keep = async () => {
    if (units.length === 0) return setFault('Leave at least one unit in.');
    if (presences.some((p) => p.from !== undefined && !isIsoDate(p.from)))
      return setFault('Where the teacher is from a day to come: give a day that exists, or leave it out.');
    if (helper && helps.length === 0) return setFault('Say at what kinds of work the older one helps.');
    const who = listing(childrenOf(household, enrolment).map((c) => c.name));
    if (await commit(`${course.title}: how ${who} does it`, [{ table: 'enrolments', put: draft() }])) close();
  };
  const taken = takenSteps(household, draft());
  return (
    <FormDialog
      wide
      title={`${course.title}: as ${listing(childrenOf(household, enrolment).map((c) => c.name))} ${enrolment.childIds.length > 1 ? 'take' : 'takes'} it`}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <p className="text-soft">The book itself stays as it is for everybody else.</p>
      {variants.length > 0 && (
        <Field label="Variant">
          {(p) => (
            <select {...p} value={variant} onChange={(e) => setVariant(e.target.value)}>
              {variants.map((v) => (
                <option key={v}>{v}</option>
              ))}
            </select>
          )}
        </Field>
      )}
      {optional.length > 0 && (
        <fieldset>
          <legend className="label mb-1">Optional parts that are taken</legend>
          <div className="flex flex-wrap gap-x-4">
            {optional.map((k) => (
              <label key={k} className="flex min-h-touch items-center gap-2">
                <input
                  type="checkbox"
                  checked={kinds.includes(k)}
                  onChange={(e) => setKinds(e.target.checked ? [...kinds, k] : kinds.filter((x) => x !== k))}
                />
                {kindName(k)}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Where the teacher is">
        <table className="figures">
          <thead>
            <tr>
              <th>To</th>
              <th>the teacher is</th>
              <th>from a day to come</th>
            </tr>
          </thead>
          <tbody>
            {used.map((k) => (
              <tr key={k}>
                <td>{kindName(k)}</td>
                <td>
                  <select
                    aria-label={`the teacher, to ${kindName(k)}`}
                    value={own(k)?.presence ?? ''}
                    onChange={(e) => setOwn(k, e.target.value ? (e.target.value as Presence) : undefined)}
                  >
                    <option value="">as the book: {PRESENCE_WORDS[course.kinds[k].presence]}</option>
                    {PRESENCES.map((w) => (
                      <option key={w} value={w}>
                        {PRESENCE_WORDS[w]}
                      </option>
                    ))}
                  </select>
                </td>
                <td>
                  {presences
                    .filter((p) => p.kind === k && coming(p))
                    .map((p, i) => (
                      <span key={`${k} ${i}`} className="flex flex-wrap items-center gap-2 py-1">
                        <DateField
                          bare
                          label={`from which day, to ${kindName(k)}`}
                          value={p.from!}
                          onChange={(from) => setComing(p, { ...p, from })}
                        />
                        <select
                          aria-label={`the teacher from then, to ${kindName(k)}`}
                          value={p.presence}
                          onChange={(e) => setComing(p, { ...p, presence: e.target.value as Presence })}
                        >
                          {PRESENCES.map((w) => (
                            <option key={w} value={w}>
                              {PRESENCE_WORDS[w]}
                            </option>
                          ))}
                        </select>
                        <button type="button" className="btn btn-quiet" onClick={() => setComing(p, undefined)}>
                          Leave this out
                        </button>
                      </span>
                    ))}
                  <button
                    type="button"
                    className="btn btn-quiet page-link"
                    aria-label={`Another from a day to come, to ${kindName(k)}`}
                    onClick={() => {
                      const presence = own(k)?.presence ?? course.kinds[k].presence;
                      const next = PRESENCES[(PRESENCES.indexOf(presence) + 1) % PRESENCES.length]!;
                      setPresences((all) => [...all, { kind: k, presence: next, from: '' }]);
                    }}
                  >
                    Another from a day to come
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {siblings.length > 0 && (
        <div className="flex flex-col gap-3">
          <Field
            label="An older one helps"
            hint="Beside the child in the teacher’s place, who stays in earshot. The helper’s own school day gets no shorter by it."
          >
            {(p) => (
              <select {...p} value={helper} onChange={(e) => setHelper(e.target.value)}>
                <option value="">nobody</option>
                {siblings.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </select>
            )}
          </Field>
          {helper && <PeoplePicker legend="At" people={kindChoice} value={helps} onChange={setHelps} />}
        </div>
      )}
      <TimeField
        label="At a fixed time (empty: where it fits)"
        hint="For what has to start on the dot, a lesson over the telephone or before a drop-off."
        value={at}
        onChange={(v) => setAt(v)}
      />
      {enrolment.childIds.length === 1 && (
        <PeoplePicker
          legend="Can be done on the way, in a car or a waiting room"
          people={kindChoice}
          value={portable}
          onChange={setPortable}
        />
      )}
      {tracks.length > 1 && (
        <div>
          <p className="label mb-1">Take only the track</p>
          <div className="flex flex-wrap gap-2">
            {tracks.map((t) => (
              <button
                key={t}
                type="button"
                className="btn"
                onClick={() => setUnits(book.filter((_, i) => course.units[i]!.track === t))}
              >
                {t}
              </button>
            ))}
            <button type="button" className="btn" onClick={() => setUnits(book)}>
              all of them
            </button>
          </div>
        </div>
      )}
      <UnitOrder course={course} units={units} setUnits={setUnits} />
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
      <p role="status" className="border border-edge p-3">
        So it is {count(taken.length, 'step')} of the book’s {steps.length}, about{' '}
        {Math.round(taken.reduce((n, s) => n + s.minutes, 0) / 60)} hours
        {contentsOf(household, draft()) === course && ': just as the book has it'}.
      </p>
    </FormDialog>
  );
}

/** The units in the enrolment's own order: moved, left out, taken in again, or lent by another course. */
function UnitOrder({
  course,
  units,
  setUnits,
}: {
  course: Course;
  units: UnitRef[];
  setUnits: (units: UnitRef[]) => void;
}) {
  const { household } = useHousehold();
  const [other, setOther] = useState('');
  const [otherUnit, setOtherUnit] = useState('');
  const name = (ref: UnitRef) => {
    const from = byId(household.courses, ref.courseId);
    const unit = from?.units.find((u) => u.id === ref.unitId);
    const title = unit?.title || 'the whole book';
    return ref.courseId === course.id ? title : `${title} (${from?.title ?? 'a course that is gone'})`;
  };
  const out = course.units
    .map((u) => ({ courseId: course.id, unitId: u.id }))
    .filter((ref) => !units.some((u) => sameRef(u, ref)));
  const move = (i: number, by: -1 | 1) => {
    const to = i + by;
    if (to < 0 || to >= units.length) return;
    const next = [...units];
    [next[i], next[to]] = [next[to]!, next[i]!];
    setUnits(next);
  };
  const lender = byId(household.courses, other);
  return (
    <fieldset>
      <legend className="label mb-1">Units, in this order</legend>
      <ol className="border-t border-rule">
        {units.map((ref, i) => (
          <li key={`${ref.courseId} ${ref.unitId}`} className="flex items-center gap-1 border-b border-rule">
            <span className="w-8 text-right text-soft">{i + 1}</span>
            <span className="min-w-0 flex-1 px-2 wrap-anywhere">{name(ref)}</span>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${name(ref)} earlier`}
              onClick={() => move(i, -1)}
            >
              <ArrowUp size={16} aria-hidden="true" />
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${name(ref)} later`}
              onClick={() => move(i, 1)}
            >
              <ArrowDown size={16} aria-hidden="true" />
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`Leave ${name(ref)} out`}
              onClick={() => setUnits(units.filter((_, k) => k !== i))}
            >
              <X size={16} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ol>
      {out.length > 0 && (
        <div className="flex flex-wrap items-center gap-2 pt-2">
          <span className="text-soft">Left out:</span>
          {out.map((ref) => (
            <button key={ref.unitId} type="button" className="btn" onClick={() => setUnits([...units, ref])}>
              {name(ref)}: take it in
            </button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-end gap-2 pt-3">
        <Field label="Blend in a unit of" className="max-w-64">
          {(p) => (
            <select
              {...p}
              value={other}
              onChange={(e) => {
                setOther(e.target.value);
                setOtherUnit(byId(household.courses, e.target.value)?.units[0]?.id ?? '');
              }}
            >
              <option value="">no other course</option>
              {household.courses
                .filter((c) => c.id !== course.id)
                .map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.title}
                  </option>
                ))}
            </select>
          )}
        </Field>
        {lender && (
          <>
            <Field label="Unit" className="max-w-64">
              {(p) => (
                <select {...p} value={otherUnit} onChange={(e) => setOtherUnit(e.target.value)}>
                  {lender.units.map((u) => (
                    <option key={u.id} value={u.id}>
                      {u.title || 'the whole book'}
                    </option>
                  ))}
                </select>
              )}
            </Field>
            <button
              type="button"
              className="btn"
              disabled={units.some((u) => u.courseId === other && u.unitId === otherUnit)}
              onClick={() => setUnits([...units, { courseId: other, unitId: otherUnit }])}
            >
              Take it in
            </button>
          </>
        )}
      </div>
    </fieldset>
  );
}
