import { lazy, Suspense, useState } from 'react';
import type { Day } from '../../core/calendar';
import type { DayPage } from '../../core/day';
import { DAY_SHOWS, type DayShow, type Settings } from '../../core/household';
import { useHousehold } from '../shell/household';

const DayMenu = lazy(() => import('./day-menu'));
const AbsenceForm = lazy(() => import('../year/absence-form').then((m) => ({ default: m.AbsenceForm })));

const SHOW_WORDS: Record<DayShow, string> = { list: 'As a list', order: 'In order', clock: 'By the clock' };

/** How the day is shown, and what to do when it turns out otherwise. */
export function ShowSwitch({ page, day, today }: { page: DayPage; day: Day; today: Day }) {
  const { household, commit } = useHousehold();
  const { settings } = household;
  const [menu, setMenu] = useState(false);
  const [sick, setSick] = useState(false);
  const shown = settings.dayShow ?? 'list';
  const set = (words: string, change: Partial<Settings>) =>
    void commit(words, (now) => [{ table: 'settings', put: { ...now.settings, ...change } }]);
  const plain = (
    <button type="button" className="btn print:hidden" aria-haspopup="menu" onClick={() => setMenu(true)}>
      The day turns out otherwise
    </button>
  );
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-rule py-1.5 print:hidden">
      {DAY_SHOWS.map((show) => (
        <button
          key={show}
          type="button"
          className="btn"
          aria-pressed={shown === show}
          onClick={() => set('how the day is shown', { dayShow: show })}
        >
          {SHOW_WORDS[show]}
        </button>
      ))}
      {shown === 'clock' && (
        <label className="flex min-h-[44px] items-center gap-2 px-2">
          <input
            type="checkbox"
            checked={settings.nowLine !== false}
            onChange={(e) => set('the line for now', { nowLine: e.target.checked })}
          />
          a line for now
        </label>
      )}
      {sick && (
        <Suspense>
          <AbsenceForm absence={undefined} on={day} close={() => setSick(false)} />
        </Suspense>
      )}
      <span className="ml-auto">
        {day !== today ? null : menu ? (
          <Suspense fallback={plain}>
            <DayMenu page={page} day={day} today={today} askSick={() => setSick(true)} />
          </Suspense>
        ) : (
          plain
        )}
      </span>
    </div>
  );
}
