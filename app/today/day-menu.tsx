import * as Menu from '@radix-ui/react-dropdown-menu';
import { clockOf, fromDay, minutesOf, paintDays, type Day } from '../../core/calendar';
import { carriedEarly, type DayPage, type DayRow } from '../../core/day';
import { byId, type Child, DAY_SHOWS } from '../../core/household';
import { markSteps, resumeDay, stopDay } from '../../core/deeds';
import { nextSeq } from '../../core/log';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { minuteNow } from '../ui/minute';
import { ChildName } from '../ui/ornament';
import { count, SHOW_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { DayMenuButton } from './day-menu-button';

/** A day that has turned out otherwise, put right in one press each; every one of them can be undone. */
export default function DayMenu({
  page,
  day,
  today,
  askSick,
  narrow,
}: {
  page: DayPage;
  day: Day;
  today: Day;
  askSick: () => void;
  /** On a phone the menu holds how the day is shown, too. */
  narrow: boolean;
}) {
  const { household, year, commit } = useHousehold();
  const { settings } = household;
  const date = fromDay(day);
  const restart = settings.restart?.date === date ? settings.restart : undefined;
  const name = dayAndDate(settings.dateStyle, day);
  const clockNow = () => clockOf(Math.max(minutesOf(settings.dayFrom), minuteNow()));
  const fromNow = (asleep: { child: Child; minutes: number }[] = []) => {
    const from = clockNow();
    const until = (minutes: number) => clockOf(Math.min(1439, minutesOf(from) + minutes));
    const before = restart?.asleep.filter((a) => a.until > from && !asleep.some((s) => s.child.id === a.childId)) ?? [];
    void commit(`${name} laid out anew from ${from}`, (now) => [
      {
        table: 'settings',
        put: {
          ...now.settings,
          restart: {
            date,
            from,
            seq: nextSeq([...now.marks, ...now.movements]),
            asleep: [...before, ...asleep.map((a) => ({ childId: a.child.id, until: until(a.minutes) }))],
          },
        },
      },
    ]);
  };
  const open = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows)).filter((r) => r.mark === undefined);
  const on = (row: DayRow) => ({ enrolmentId: row.enrolment.id, stepId: row.step.id, day });
  const carry = (rows: readonly DayRow[]) => {
    const kept = open.filter((r) => !rows.includes(r));
    void commit(`${count(rows.length, 'step')} carried; nothing more comes today`, (now) =>
      stopDay(now, rows.map(on), kept.map(on), day, newId),
    );
  };
  const stops = [0, 30, 60].map((minutes) => ({ minutes, rows: carriedEarly(household, page, minutes) }));
  const sick = (child: Child) =>
    void commit(`${child.name} is sick`, (now) =>
      // Pressed twice, or in two windows: sick once.
      now.absences.some((a) => a.childIds.includes(child.id) && a.from <= date && date <= a.to)
        ? []
        : [
            {
              table: 'absences',
              put: { id: newId(), childIds: [child.id], from: date, to: date, why: 'sick', label: '' },
            },
          ],
    );
  const close = () =>
    void commit(`${name} closed`, (now) => {
      const stored = year && byId(now.years, year.id);
      return stored
        ? [
            {
              table: 'years',
              put: paintDays(stored, day, day, { kind: 'close', label: 'no school' }),
            },
          ]
        : [];
    });
  const here = page.children.filter((c) => !c.out).map((c) => c.child);
  return (
    <Menu.Root defaultOpen>
      <Menu.Trigger asChild>
        <DayMenuButton narrow={narrow} />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content className="menu" align="end" collisionPadding={8}>
          {narrow && (
            <>
              {DAY_SHOWS.map((show) => (
                <Menu.CheckboxItem
                  key={show}
                  className="menu-item"
                  checked={(settings.dayShow ?? 'list') === show}
                  onSelect={() =>
                    void commit('how the day is shown', (now) => [
                      { table: 'settings', put: { ...now.settings, dayShow: show } },
                    ])
                  }
                >
                  {SHOW_WORDS[show].toLowerCase()}
                  <Menu.ItemIndicator>shown</Menu.ItemIndicator>
                </Menu.CheckboxItem>
              ))}
              <Menu.Separator className="my-1 border-t border-rule" />
            </>
          )}
          {day <= today && (
            <Menu.Item
              className="menu-item"
              disabled={open.length === 0}
              onSelect={() =>
                void commit(`all that was open on ${name} done`, (now) => markSteps(now, open.map(on), 'done', newId))
              }
            >
              <span>
                all of it was done{' '}
                <span className="text-note opacity-80">
                  {open.length === 0 ? 'nothing is open' : count(open.length, 'step')}
                </span>
              </span>
            </Menu.Item>
          )}
          {day === today && (
            <Menu.Item className="menu-item" onSelect={() => fromNow()}>
              replan from now
            </Menu.Item>
          )}
          {restart && (
            <Menu.Item
              className="menu-item"
              onSelect={() =>
                void commit(`${name} laid out from the morning`, (now) => {
                  const { restart: _gone, ...rest } = now.settings;
                  return [{ table: 'settings', put: rest }];
                })
              }
            >
              plan it from the morning again
            </Menu.Item>
          )}
          {settings.stopped === date && (
            <Menu.Item className="menu-item" onSelect={() => void commit('the day goes on', resumeDay)}>
              go on with the day after all
            </Menu.Item>
          )}
          {(day === today ? stops : []).map(({ minutes, rows }) => (
            <Menu.Item key={minutes} className="menu-item" disabled={rows.length === 0} onSelect={() => carry(rows)}>
              <span>
                {minutes === 0
                  ? 'stop for today, move the rest'
                  : `only ${minutes} minutes more for each: drop the least important first`}{' '}
                <span className="text-note opacity-80">
                  {rows.length === 0 ? 'nothing to carry' : count(rows.length, 'step')}
                </span>
              </span>
            </Menu.Item>
          ))}
          <Menu.Item className="menu-item" onSelect={close}>
            no school on this day
          </Menu.Item>
          <Menu.Separator className="my-1 border-t border-rule" />
          {here.map((child) => (
            <Menu.Item key={child.id} className="menu-item" onSelect={() => sick(child)}>
              <span className="flex items-center gap-1.5">
                <ChildName child={child} /> is sick
              </span>
            </Menu.Item>
          ))}
          <Menu.Item className="menu-item" onSelect={askSick}>
            somebody is sick for some days …
          </Menu.Item>
          {day === today &&
            here.map((child) => (
              <Menu.Item
                key={`sleep ${child.id}`}
                className="menu-item"
                onSelect={() => fromNow([{ child, minutes: 45 }])}
              >
                <span className="flex items-center gap-1.5">
                  <ChildName child={child} /> sleeps three quarters of an hour
                </span>
              </Menu.Item>
            ))}
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
