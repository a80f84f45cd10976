import { Trash2 } from 'lucide-react';
import { HELPER_FROM } from '../../core/day';
import { childrenAhead, type DayWindow, type Settings, WINDOW_KINDS } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Field, InputField } from '../ui/field';
import { newId } from '../ui/id';
import { StoredTime } from '../ui/date-field';
import { StoredWhole } from '../ui/whole-field';

const KIND_WORDS: Record<DayWindow['kind'], string> = {
  nap: 'a nap: nothing is asked',
  quiet: 'quiet time: only what needs nobody',
  meal: 'a meal: only reading aloud to all',
};
const NUMBERS = [
  {
    key: 'nearAtOnce' as const,
    label: 'Children at work with you near, at once',
    hint: 'How many can ask you something while you are beside another.',
    usual: 4,
    least: 1,
    most: 50,
  },
  {
    key: 'helperFrom' as const,
    label: 'An older one helps from this age on, years',
    hint: 'Who may be chosen as a helper of a younger one.',
    usual: HELPER_FROM,
    least: 0,
    most: 18,
  },
  {
    key: 'breakMinutes' as const,
    label: 'Minutes of break between two pieces',
    hint: 'A young child’s longer work is cut into pieces.',
    usual: 5,
    least: 0,
    most: 120,
  },
];

/** Naps, quiet times and meals, and what else shapes a day that is laid out by the clock. */
export function DayWindows() {
  const { household, today, commit } = useHousehold();
  const { settings } = household;
  const windows = settings.windows ?? [];
  const change = (words: string, of: (now: Settings) => Settings) =>
    void commit(words, (now) => [{ table: 'settings', put: of(now.settings) }]);
  // Made on the row as it is when its turn comes: two quick changes of one row both count.
  const put = (w: DayWindow, of: (now: DayWindow) => Partial<DayWindow>) =>
    change(`${w.label || w.kind} changed`, (now) => ({
      ...now,
      windows: (now.windows ?? []).map((x) => (x.id === w.id ? { ...x, ...of(x) } : x)),
    }));
  return (
    <section aria-labelledby="windows" className="flex flex-col gap-3">
      <div className="flex items-baseline justify-between">
        <h2 id="windows">Through the day</h2>
        <button
          type="button"
          className="btn"
          disabled={household.children.length === 0}
          onClick={() =>
            change('a stretch of the day added', (now) => ({
              ...now,
              windows: [
                ...(now.windows ?? []),
                {
                  id: newId(),
                  kind: 'quiet',
                  label: 'Quiet time',
                  from: '13:00',
                  to: '14:00',
                  childIds: childrenAhead(household, today).map((c) => c.id),
                },
              ],
            }))
          }
        >
          Add a stretch
        </button>
      </div>
      {windows.length === 0 && (
        <p className="text-soft">Naps, quiet times and meals, so that the day is laid out around them.</p>
      )}
      {windows.map((w) => (
        <fieldset key={w.id} className="flex flex-wrap items-end gap-3 border-b border-rule pb-3">
          <legend className="sr-only">{w.label}</legend>
          <InputField
            // Anew whenever what is stored is another: taken back, it shows what it was.
            key={`label ${w.label}`}
            label="Called"
            box="w-36"
            defaultValue={w.label}
            maxLength={80}
            onBlur={(e) => {
              const label = e.target.value.trim();
              if (label !== w.label) put(w, () => ({ label }));
            }}
          />
          <Field label="It is">
            {(p) => (
              <select
                {...p}
                value={w.kind}
                onChange={(e) => {
                  const kind = e.target.value as DayWindow['kind'];
                  put(w, () => ({ kind }));
                }}
              >
                {WINDOW_KINDS.map((k) => (
                  <option key={k} value={k}>
                    {KIND_WORDS[k]}
                  </option>
                ))}
              </select>
            )}
          </Field>
          {(['from', 'to'] as const).map((key) => (
            <StoredTime
              // Anew whenever the stored time is another: what was typed and refused is put back.
              key={`${key} ${w[key]}`}
              label={key}
              box="w-32"
              value={w[key]}
              faultOf={(v) => {
                const next = { ...w, [key]: v };
                return next.from < next.to ? undefined : 'It ends before it begins.';
              }}
              keep={(v) => put(w, () => ({ [key]: v }))}
            />
          ))}
          <span className="flex flex-wrap gap-x-4">
            {childrenAhead(household, today, w.childIds).map((c) => (
              <label key={c.id} className="flex min-h-touch items-center gap-2">
                <input
                  type="checkbox"
                  checked={w.childIds.includes(c.id)}
                  disabled={w.childIds.length === 1 && w.childIds[0] === c.id}
                  onChange={(e) => {
                    const { checked } = e.target;
                    put(w, (now) => ({
                      childIds: household.children
                        .map((x) => x.id)
                        .filter((id) => (id === c.id ? checked : now.childIds.includes(id))),
                    }));
                  }}
                />
                {c.name}
              </label>
            ))}
          </span>
          <button
            type="button"
            className="btn btn-quiet"
            aria-label={`Remove ${w.label || w.kind}`}
            onClick={() =>
              change(`${w.label || w.kind} removed`, (now) => ({
                ...now,
                windows: (now.windows ?? []).filter((x) => x.id !== w.id),
              }))
            }
          >
            <Trash2 size={18} aria-hidden="true" />
          </button>
        </fieldset>
      ))}
      <div className="flex flex-wrap gap-4">
        {NUMBERS.map(({ key, label, hint, usual, least, most }) => (
          <StoredWhole
            key={`${key} ${settings[key]}`}
            label={label}
            hint={hint}
            box="max-w-56"
            least={least}
            most={most}
            className="w-28"
            value={settings[key] ?? usual}
            keep={(n) => change(label, (now) => ({ ...now, [key]: n }))}
          />
        ))}
      </div>
    </section>
  );
}
