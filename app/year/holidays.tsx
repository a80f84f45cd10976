import { useEffect, useMemo, useState } from 'react';
import type { Holiday, Place } from '../../core/holidays';
import { byId, type SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { Field, SelectField } from '../ui/field';
import { dayKind, toDay } from '../../core/calendar';

type Data = typeof import('../../core/holidays');

/** Public holidays of a place, offered one by one. Nothing is closed before it is ticked. */
export function Holidays({ year }: { year: SchoolYear }) {
  const { household, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const [data, setData] = useState<Data>();
  const [open, setOpen] = useState(false);
  const place = household.settings.holidays;
  // The data is large: it is fetched when somebody wants it.
  useEffect(() => {
    if (open && !data) void import('../../core/holidays').then(setData);
  }, [open, data]);
  const found = useMemo(
    (): Holiday[] => (data && place ? data.holidaysBetween(place.country, place.region, year.start, year.end) : []),
    [data, place, year.start, year.end],
  );
  const countries = useMemo((): Place[] => data?.countries() ?? [], [data]);
  const regions = useMemo((): Place[] => (data && place ? data.regions(place.country) : []), [data, place]);
  const choose = (country: string, region?: string) =>
    commit(country ? 'holidays offered' : 'no holidays offered', (now) => {
      const { holidays: _old, ...settings } = now.settings;
      const put = country ? { ...settings, holidays: { country, ...(region ? { region } : {}) } } : settings;
      return [{ table: 'settings', put }];
    });
  const tick = (h: Holiday, closed: boolean) =>
    commit(`${h.name} ${closed ? 'closed' : 'open again'}`, (now) => {
      const stored = byId(now.years, year.id);
      if (!stored) return [];
      const others = stored.closed.filter((c) => c.id !== h.id);
      const range = { id: h.id, from: h.from, to: h.to, label: h.name.slice(0, 120) };
      return [{ table: 'years', put: { ...stored, closed: closed ? [...others, range] : others } }];
    });
  return (
    <section aria-labelledby="holidays">
      <h2 id="holidays">Public holidays</h2>
      {!open ? (
        <>
          <p className="text-soft">None is closed unless you tick it.</p>
          <button type="button" className="btn mt-2" onClick={() => setOpen(true)}>
            Offer public holidays
          </button>
        </>
      ) : !data ? (
        <p className="text-soft">Looking them up …</p>
      ) : (
        <div className="flex flex-col gap-3">
          <div className="flex flex-wrap gap-3">
            <SelectField
              label="Country"
              options={[['', 'choose one'], ...countries.map((c) => [c.code, c.name] as const)]}
              value={place?.country ?? ''}
              onChange={(e) => void choose(e.target.value)}
            />
            {place && regions.length > 0 && (
              <Field label="Region">
                {(p) => (
                  <select
                    {...p}
                    value={place.region ?? ''}
                    onChange={(e) => void choose(place.country, e.target.value)}
                  >
                    <option value="">whole country</option>
                    {regions.map((r) => (
                      <option key={r.code} value={r.code}>
                        {r.name}
                      </option>
                    ))}
                  </select>
                )}
              </Field>
            )}
          </div>
          <ul>
            {found.map((h) => {
              const ticked = year.closed.some((c) => c.id === h.id);
              const kind = dayKind(year, toDay(h.from));
              return (
                <li key={h.id} className="border-b border-rule">
                  <label className="flex min-h-touch items-center gap-3">
                    <input type="checkbox" checked={ticked} onChange={(e) => void tick(h, e.target.checked)} />
                    <span>
                      {dayAndDate(style, toDay(h.from))}
                      {h.to !== h.from && ` – ${dayAndDate(style, toDay(h.to))}`} · {h.name}
                      {!ticked && kind === 'weekend' && <span className="text-soft"> · no school weekday</span>}
                      {!ticked && kind === 'closed' && <span className="text-soft"> · closed already</span>}
                    </span>
                  </label>
                </li>
              );
            })}
          </ul>
          {place && (
            <p className="text-note text-soft">
              From the open data of the date-holidays package; it can be wrong or late. Local holidays may be missing.
            </p>
          )}
        </div>
      )}
    </section>
  );
}
