import { lazy, Suspense, useState } from 'react';
import type { Day } from '../../core/calendar';
import type { DayPage } from '../../core/day';
import { DAY_SHOWS, type DayShow, type Settings } from '../../core/household';
import { useHousehold } from '../shell/household';
import { useNarrow } from '../ui/use-narrow';
import { SHOW_WORDS } from '../ui/words';
import { DayMenuButton } from './day-menu-button';

const OneOf = lazy(() => import('../ui/one-of'));
const DayMenu = lazy(() => import('./day-menu'));
const AbsenceForm = lazy(() => import('../year/absence-form').then((m) => ({ default: m.AbsenceForm })));

/** How the day is shown, and what to do when it turns out otherwise. */
export function ShowSwitch({ page, day, today }: { page: DayPage; day: Day; today: Day }) {
  const { household, commit } = useHousehold();
  const { settings } = household;
  const [menu, setMenu] = useState(false);
  const [sick, setSick] = useState(false);
  const narrow = useNarrow();
  const shown = settings.dayShow ?? 'list';
  const set = (words: string, change: Partial<Settings>) =>
    void commit(words, (now) => [{ table: 'settings', put: { ...now.settings, ...change } }]);
  const plain = <DayMenuButton narrow={narrow} onClick={() => setMenu(true)} />;
  return (
    <div className="flex flex-wrap items-center gap-1 print:hidden">
      {!narrow && (
        // Their place is kept while what they are made of is fetched.
        <Suspense fallback={<span className="min-w-[19rem]" />}>
          <OneOf
            label="How the day is shown"
            className="btn press !px-2.5 !py-0"
            value={shown}
            options={DAY_SHOWS.map((show) => [show, SHOW_WORDS[show]] as const)}
            onChange={(show) => set('how the day is shown', { dayShow: show as DayShow })}
          />
        </Suspense>
      )}
      {!narrow && shown === 'clock' && (
        <label className="flex min-h-touch items-center gap-2 px-2">
          <input
            type="checkbox"
            checked={settings.nowLine !== false}
            onChange={(e) => set('the line for now', { nowLine: e.target.checked })}
          />
          show the time now
        </label>
      )}
      {sick && (
        <Suspense>
          <AbsenceForm absence={undefined} on={day} close={() => setSick(false)} />
        </Suspense>
      )}
      <span>
        {day > today ? null : menu ? (
          <Suspense fallback={plain}>
            <DayMenu page={page} day={day} today={today} askSick={() => setSick(true)} narrow={narrow} />
          </Suspense>
        ) : (
          plain
        )}
      </span>
    </div>
  );
}
