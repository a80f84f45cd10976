import { Link } from 'react-router';
import { useState } from 'react';
import {
  ageOn,
  type Day,
  fromDay,
  fullDay,
  type Weekday,
  minutesAWeek,
  stillToCome,
  toDay,
  weeklyMinutes,
} from '../../core/calendar';
import {
  type Child,
  childrenAhead,
  DATE_STYLES,
  type DateStyle,
  type Mastery,
  type Scope,
  type Settings,
  type Teacher,
} from '../../core/household';
import { askSitDown } from '../../core/deeds';
import { toolsFrom } from '../../core/materials';
import { stayWords } from '../../core/words';
import { putAway, useHintsAway } from '../shell/hint-store';
import { useHousehold } from '../shell/household';
import { longDate, shortDate, WEEKDAY_NAMES, weekFrom } from '../ui/dates';
import { Field, InputField } from '../ui/field';
import { ChildName } from '../ui/ornament';
import { count, hoursAndMinutes } from '../ui/words';
import { ChildForm } from './child-form';
import { DayWindows } from './day-windows';
import { WhileWaiting } from './while-waiting';
import { OrderOfDay } from './order-of-day';
import { TeacherForm } from './teacher-form';
import { WishesSection } from './wishes';
import { StoredTime } from '../ui/date-field';
import { StoredWhole } from '../ui/whole-field';

/** Of a child its age and hours, those to come too, and how long it is here; of one who has left no hours. */
function childLine(style: DateStyle, c: Child, today: Day): string {
  const hours = [
    `up to ${hoursAndMinutes(fullDay(c, today))} of school a day`,
    ...stillToCome(c.later, today).map((l) => `from ${shortDate(style, l.from, today)} ${hoursAndMinutes(l.minutes)}`),
  ].join(', ');
  return [
    `${count(Math.max(0, ageOn(c.born, fromDay(today))), 'year')} old, born ${shortDate(style, c.born, today)}`,
    childrenAhead({ children: [c] }, today).length > 0 && hours,
    stayWords(style, c, today),
  ]
    .filter(Boolean)
    .join(' · ');
}

export default function HouseholdPage() {
  const { household, today, commit } = useHousehold();
  const away = useHintsAway();
  const { settings } = household;
  const [child, setChild] = useState<Child | 'new'>();
  const [teacher, setTeacher] = useState<Teacher | 'new'>();
  const set = (label: string, change: Partial<Settings>) =>
    void commit(label, (now) => [{ table: 'settings', put: { ...now.settings, ...change } }]);
  const week = weekFrom(settings.firstDay);

  return (
    <div>
      <h1 className="pb-2">Household</h1>
      <div className="double-rule grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-8 pt-4 lg:grid-cols-2">
        <section aria-labelledby="children">
          <div className="flex items-baseline justify-between">
            <h2 id="children">Children</h2>
            <button type="button" className="btn" onClick={() => setChild('new')}>
              Add a child
            </button>
          </div>
          {household.children.length === 0 && (
            <p className="py-3 text-soft">No child yet. A name and a birth date are enough.</p>
          )}
          <ul>
            {[...household.children]
              .sort((a, b) => (a.born > b.born ? -1 : 1))
              .map((c) => (
                <li key={c.id} className="flex items-center justify-between gap-3 border-b border-rule py-1">
                  <span className="min-w-0">
                    <span className="text-lead wrap-break-word">
                      <ChildName child={c} size={22} />
                    </span>
                    <span className="block text-aside text-soft">{childLine(settings.dateStyle, c, today)}</span>
                  </span>
                  <button
                    type="button"
                    className="btn flex-none"
                    aria-label={`Change ${c.name}`}
                    onClick={() => setChild(c)}
                  >
                    Change
                  </button>
                </li>
              ))}
          </ul>
        </section>
        <section aria-labelledby="teachers">
          <div className="flex items-baseline justify-between">
            <h2 id="teachers">Teachers</h2>
            <button type="button" className="btn" onClick={() => setTeacher('new')}>
              Add a teacher
            </button>
          </div>
          {household.teachers.length === 0 && (
            <p className="py-3 text-soft">No teacher yet. Their hours tell the plan when a new lesson can have them.</p>
          )}
          <ul>
            {household.teachers.map((t) => (
              <li key={t.id} className="border-b border-rule py-1">
                <div className="flex items-center justify-between gap-3">
                  <span className="text-lead">
                    {t.name}{' '}
                    <span className="text-aside text-soft">· {hoursAndMinutes(minutesAWeek(t, today))} a week</span>
                  </span>
                  <span className="flex gap-2">
                    <Link className="btn btn-quiet" to={`/teacher/${t.id}`} aria-label={`The week of ${t.name}`}>
                      Week
                    </Link>
                    <button type="button" className="btn" aria-label={`Change ${t.name}`} onClick={() => setTeacher(t)}>
                      Change
                    </button>
                  </span>
                </div>
                <p className="text-aside text-soft">
                  {week
                    .filter((d) => (weeklyMinutes(t, today)[d - 1] ?? 0) > 0)
                    .map((d) => `${WEEKDAY_NAMES[d].slice(0, 3)} ${hoursAndMinutes(weeklyMinutes(t, today)[d - 1]!)}`)
                    .join(' · ') || 'no hours set'}
                </p>
                {stillToCome(t.later, today).map((l) => (
                  <p key={l.from} className="text-aside text-soft">
                    from {shortDate(settings.dateStyle, l.from, today)}:{' '}
                    {hoursAndMinutes(minutesAWeek(t, toDay(l.from)))} a week
                  </p>
                ))}
              </li>
            ))}
          </ul>
        </section>
        <OrderOfDay />
        <div className="flex flex-col gap-8">
          <DayWindows />
          <WhileWaiting />
          <WishesSection />
        </div>
        <section aria-labelledby="habits" className="flex flex-col gap-4">
          <h2 id="habits">Habits</h2>
          <InputField
            label="Name of the household"
            key={settings.name}
            defaultValue={settings.name}
            maxLength={80}
            onBlur={(e) => e.target.value.trim() && set('name of the household', { name: e.target.value.trim() })}
          />
          <Field label="The week starts on">
            {(p) => (
              <select
                {...p}
                value={settings.firstDay}
                onChange={(e) => set('first day of the week', { firstDay: Number(e.target.value) as Weekday })}
              >
                {weekFrom(1).map((d) => (
                  <option key={d} value={d}>
                    {WEEKDAY_NAMES[d]}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <div className="flex flex-wrap gap-4">
            {(['dayFrom', 'dayTo'] as const).map((key) => (
              <StoredTime
                key={`${key} ${settings[key]}`}
                label={key === 'dayFrom' ? 'School is held from' : 'until'}
                hint={key === 'dayFrom' ? 'What takes somebody away outside these hours costs no school.' : undefined}
                box="max-w-56"
                value={settings[key]}
                faultOf={(v) => {
                  const next = { ...settings, [key]: v };
                  return next.dayFrom < next.dayTo ? undefined : 'School ends before it begins.';
                }}
                keep={(v) => set('the school’s hours', { [key]: v })}
              />
            ))}
          </div>
          <Field label="Dates are written" hint="Taken from your browser’s language at first.">
            {(p) => (
              <select
                {...p}
                value={settings.dateStyle}
                onChange={(e) => set('how dates are written', { dateStyle: e.target.value as DateStyle })}
              >
                {DATE_STYLES.map((s) => (
                  <option key={s} value={s}>
                    {longDate(s, today)}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label="What is known already">
            {(p) => (
              <select
                {...p}
                value={settings.scope}
                onChange={(e) => set('what is done of known work', { scope: e.target.value as Scope })}
              >
                <option value="mastered">may be checked in a few steps, and the rest skipped</option>
                <option value="every sheet">is done all the same, every sheet</option>
              </select>
            )}
          </Field>
          <Field label="What did not stick" hint="A course may have its own way: see it on the shelf.">
            {(p) => (
              <select
                {...p}
                value={settings.mastery}
                onChange={(e) => set('what happens after “again”', { mastery: e.target.value as Mastery })}
              >
                <option value="hold">holds the next lesson until it does</option>
                <option value="move on">comes back behind the next lesson, as review</option>
              </select>
            )}
          </Field>
          <Field label="What is kept here">
            {(p) => (
              <select
                {...p}
                value={settings.home ? 'home' : 'school'}
                onChange={(e) => set('what is kept here', { home: e.target.value === 'home' })}
              >
                <option value="school">school only</option>
                <option value="home">school, and the work about the house</option>
              </select>
            )}
          </Field>
          <p>
            <Link className="page-link" to="/household/ways">
              Where families differ: seventeen questions to look up
            </Link>
          </p>
          <Field label="When a week turns">
            {(p) => (
              <select
                {...p}
                value={settings.sitDown === false ? 'never' : 'offer'}
                onChange={(e) => {
                  const offer = e.target.value === 'offer';
                  void commit('whether a week is sat down over', (now) => askSitDown(now, offer));
                }}
              >
                <option value="offer">Today offers to sit down over the next one</option>
                <option value="never">we have a routine: never ask</option>
              </select>
            )}
          </Field>
          <StoredWhole
            label="Minutes beside the child at a start"
            hint="For work that a teacher sets going and then leaves."
            key={settings.startMinutes}
            least={1}
            most={60}
            className="w-28"
            value={settings.startMinutes}
            keep={(n) => set('minutes at a start', { startMinutes: n })}
          />
          <StoredWhole
            label="Blades and heat from, in years"
            hint="With an adult near, once that is said of the child; before it, an adult’s hands alone. The maker’s warning and local law come first."
            key={`tools ${toolsFrom(settings)}`}
            least={6}
            most={18}
            className="w-28"
            value={toolsFrom(settings)}
            keep={(n) => set('the age for blades and heat', { toolsFrom: n })}
          />
          <Field label="What a child ticks on its own page">
            {(p) => (
              <select
                {...p}
                value={settings.nod === false ? 'at once' : 'nod'}
                onChange={(e) => set('what a child’s tick is', { nod: e.target.value === 'nod' })}
              >
                <option value="nod">waits on Today for a teacher’s OK</option>
                <option value="at once">is marked done at once</option>
              </select>
            )}
          </Field>
          {away.length > 0 && (
            <p>
              <button type="button" className="btn" onClick={() => putAway(undefined)}>
                Show the hints of each view again
              </button>
            </p>
          )}
        </section>
      </div>
      {child && <ChildForm child={child === 'new' ? undefined : child} close={() => setChild(undefined)} />}
      {teacher && <TeacherForm teacher={teacher === 'new' ? undefined : teacher} close={() => setTeacher(undefined)} />}
    </div>
  );
}
