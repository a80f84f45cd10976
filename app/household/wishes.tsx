import { MOST_NEW, type Wishes } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';

/** What the plan of the year goes by, in five plain choices; the weights behind them are the program's own. */
export function WishesSection() {
  const { household, commit } = useHousehold();
  const wishes = household.settings.wishes ?? {};
  const set = (words: string, change: Partial<Wishes>) =>
    void commit(words, (now) => [
      { table: 'settings', put: { ...now.settings, wishes: { ...now.settings.wishes, ...change } } },
    ]);
  return (
    <section aria-labelledby="wishes" className="flex flex-col gap-4">
      <h2 id="wishes">What the year’s plan goes by</h2>
      <Field
        label="New lessons that one teacher begins a day"
        hint="What is above it is moved apart, where that can be."
      >
        {(p) => (
          <select
            {...p}
            value={wishes.newLessons ?? 1}
            onChange={(e) => set('new lessons a day', { newLessons: Number(e.target.value) })}
          >
            {Array.from({ length: MOST_NEW }, (_, i) => i + 1).map((n) => (
              <option key={n} value={n}>
                at most {n}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Where both cannot be had">
        {(p) => (
          <select
            {...p}
            value={wishes.first ?? 'stagger'}
            onChange={(e) => set('what comes first in the plan', { first: e.target.value as 'stagger' | 'pace' })}
          >
            <option value="stagger">new lessons are put apart, and a course waits or hurries for it</option>
            <option value="pace">each course keeps its pace, and new lessons may fall together</option>
          </select>
        )}
      </Field>
      <Field label="Two new lessons of one child on a day">
        {(p) => (
          <select
            {...p}
            value={(wishes.apart ?? true) ? 'apart' : 'any'}
            onChange={(e) => set('new lessons of one child', { apart: e.target.value === 'apart' })}
          >
            <option value="apart">are put apart where that costs little</option>
            <option value="any">may fall together</option>
          </select>
        )}
      </Field>
      <Field label="Courses without a pace of their own">
        {(p) => (
          <select
            {...p}
            value={wishes.spread ?? 'whole year'}
            onChange={(e) => set('how the year is used', { spread: e.target.value as 'whole year' | 'early' })}
          >
            <option value="whole year">use the whole year, up to the day they should end by</option>
            <option value="early">finish early, as fast as their sittings hold</option>
          </select>
        )}
      </Field>
      <Field label="The days">
        {(p) => (
          <select
            {...p}
            value={wishes.alike ? 'alike' : 'come'}
            onChange={(e) => set('how alike the days are', { alike: e.target.value === 'alike' })}
          >
            <option value="come">may be full and light in turn, within everybody’s hours</option>
            <option value="alike">are kept alike, none much fuller than the others</option>
          </select>
        )}
      </Field>
    </section>
  );
}
