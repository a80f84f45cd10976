import { useState } from 'react';
import { byId, type LessonRef, type Link, type Loop } from '../../core/household';
import { isTaken, loopOf, loopIdOf } from '../../core/pace';
import { unitsTaken } from '../../core/stagger';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { moved, OrderList } from './order-list';
import { takingName } from '../../core/words';
import { newId } from '../ui/id';
import { Choice, lessonOptions } from '../ui/choice';
import { lessonsIn } from '../../core/course';

/** A loop: its name, its weekdays, how turns are taken, and in which order. */
export function LoopForm({ loop, close }: { loop: Loop; close: () => void }) {
  const { household, year } = useHousehold();
  const commit = useFormCommit();
  const any = household.enrolments.find((e) => loopIdOf(e) === loop.id);
  const members = any ? loopOf(household, any).members : [];
  const [name, setName] = useState(loop.name);
  const [weekdays, setWeekdays] = useState(loop.weekdays);
  const [turns, setTurns] = useState(loop.turns);
  const [order, setOrder] = useState(members.map((m) => m.id));
  const [fault, setFault] = useState<string>();
  const children = new Set(members.map((m) => [...m.childIds].sort().join(' ')));
  return (
    <FormDialog
      title={loop.name}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        if (!name.trim()) return setFault('Give the group a name, like “afternoons”.');
        if (weekdays.length === 0) return setFault('Choose at least one weekday.');
        const put: Loop = { id: loop.id, name: name.trim(), weekdays, turns, order };
        void commit(`Taking turns in ${put.name}: changed`, [{ table: 'loops', put }]).then((done) => done && close());
      }}
    >
      <InputField label="Called" fault={fault} value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
      <WeekdayPicker
        legend="On"
        value={weekdays}
        onChange={setWeekdays}
        firstDay={household.settings.firstDay}
        {...(year ? { among: year.weekdays } : {})}
      />
      <fieldset>
        <legend className="label mb-1">Turns</legend>
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" checked={turns === 'next'} onChange={() => setTurns('next')} /> whoever is next: a lost
          day delays, nothing falls out
        </label>
        <label className="flex min-h-touch items-center gap-2">
          <input type="radio" checked={turns === 'weeks'} onChange={() => setTurns('weeks')} /> a teaching week each, in
          turn
        </label>
      </fieldset>
      <div>
        <p className="label mb-1">In this order</p>
        <OrderList
          items={order.flatMap((id) => {
            const e = byId(household.enrolments, id);
            return e ? [{ id, name: takingName(household, e.id) }] : [];
          })}
          move={(from, to) => setOrder(moved(order, from, to))}
        />
        {members.length === 0 && <p className="text-soft">Nobody takes turns in it.</p>}
        {children.size > 1 && (
          <p className="text-aside">
            Not all of these are taken by the same children: a slot is then one turn for all of them.
          </p>
        )}
      </div>
      {members.length === 0 && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void commit(`Taking turns in ${loop.name}: ended`, [{ table: 'loops', remove: loop.id }]).then(
              (done) => done && close(),
            )
          }
        >
          Delete the group
        </button>
      )}
    </FormDialog>
  );
}

/** Courses kept together: which, and how their positions are compared. */
export function LinkForm({ link, close }: { link: Link | undefined; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [ids, setIds] = useState<string[]>(link?.enrolmentIds ?? []);
  const [by, setBy] = useState(link?.by ?? 'whole');
  const [fault, setFault] = useState<string>();
  const choice = household.enrolments.filter((e) => (isTaken(e) && loopIdOf(e) === undefined) || ids.includes(e.id));
  const counts = new Set(ids.map((id) => unitsTaken(household, byId(household.enrolments, id)!)));
  return (
    <FormDialog
      title="Courses kept together"
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        if (ids.length < 2) return setFault('Choose two courses or more.');
        const put: Link = { id: link?.id ?? newId(), enrolmentIds: ids, by };
        void commit('Courses kept together', [{ table: 'links', put }]).then((done) => done && close());
      }}
    >
      <fieldset>
        <legend className="label mb-1">Which</legend>
        {choice.map((e) => (
          <label key={e.id} className="flex min-h-touch items-center gap-2">
            <input
              type="checkbox"
              checked={ids.includes(e.id)}
              onChange={(x) => setIds(x.target.checked ? [...ids, e.id] : ids.filter((id) => id !== e.id))}
            />
            {takingName(household, e.id)}
          </label>
        ))}
        {fault && (
          <p role="alert" className="font-semibold">
            {fault}
          </p>
        )}
      </fieldset>
      <Field label="Compared">
        {(p) => (
          <select {...p} value={by} onChange={(e) => setBy(e.target.value as Link['by'])}>
            <option value="whole">by how far through the course each is</option>
            <option value="units">unit by unit</option>
          </select>
        )}
      </Field>
      {by === 'units' && counts.size > 1 && (
        <p role="status">
          They have different numbers of units ({[...counts].join(', ')}), so they are compared by how far through each
          is until the numbers agree.
        </p>
      )}
      {link && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void commit('Courses no longer kept together', [{ table: 'links', remove: link.id }]).then(
              (done) => done && close(),
            )
          }
        >
          Let each go its own way
        </button>
      )}
    </FormDialog>
  );
}

/** Two lessons, of two courses, that do the same work. */
export function OverlapForm({ close }: { close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const courses = household.courses.filter((c) => c.units.some((u) => u.lessons.length > 0));
  const first = (i: number): LessonRef | undefined => {
    const c = courses[i];
    return c && { courseId: c.id, lessonId: c.units.flatMap((u) => u.lessons)[0]!.id };
  };
  const [one, setOne] = useState(first(0));
  const [other, setOther] = useState(first(1));
  return (
    <FormDialog
      title="The same work twice"
      close={close}
      disabled={!one || !other || one.courseId === other.courseId}
      onSubmit={(e) => {
        e.preventDefault();
        if (!one || !other) return;
        const put = { id: newId(), one, other };
        void commit('Two lessons do the same work', [{ table: 'overlaps', put }]).then((done) => done && close());
      }}
    >
      {courses.length < 2 ? (
        <p>It takes two courses on the shelf.</p>
      ) : (
        <>
          <LessonPicker label="This lesson" value={one} change={setOne} />
          <LessonPicker label="does the same work as" value={other} change={setOther} />
          {one?.courseId === other?.courseId && <p role="status">Choose two different courses.</p>}
        </>
      )}
    </FormDialog>
  );
}

function LessonPicker({
  label,
  value,
  change,
}: {
  label: string;
  value: LessonRef | undefined;
  change: (ref: LessonRef) => void;
}) {
  const { household } = useHousehold();
  const course = value && byId(household.courses, value.courseId);
  return (
    <fieldset className="flex flex-wrap gap-3">
      <legend className="label mb-1">{label}</legend>
      <select
        aria-label={`${label}: course`}
        value={value?.courseId ?? ''}
        onChange={(e) => {
          const next = byId(household.courses, e.target.value);
          const lesson = next?.units.flatMap((u) => u.lessons)[0];
          if (next && lesson) change({ courseId: next.id, lessonId: lesson.id });
        }}
      >
        {household.courses.map((c) => (
          <option key={c.id} value={c.id}>
            {c.title}
          </option>
        ))}
      </select>
      <Choice
        aria-label={`${label}: lesson`}
        className="min-w-0"
        options={lessonOptions(lessonsIn(course))}
        value={value?.lessonId ?? ''}
        onChange={(lessonId) => value && change({ ...value, lessonId })}
      />
    </fieldset>
  );
}
