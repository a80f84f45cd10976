import { type Day, fromDay, isIsoDate } from '../../core/calendar';
import { kindName } from '../../core/course';
import { type Course, type Kind, type OwnPresence, type Presence, PRESENCES } from '../../core/household';
import { DateField } from '../ui/date-field';
import { PRESENCE_WORDS } from '../ui/words';

const OPTIONS = PRESENCES.map((w) => (
  <option key={w} value={w}>
    {PRESENCE_WORDS[w]}
  </option>
));

/** Where the teacher is at each kind of work: today, and from days to come on. */
export function PresencesTable({
  course,
  kinds,
  value,
  onChange,
  today,
}: {
  course: Course;
  kinds: readonly Kind[];
  value: readonly OwnPresence[];
  onChange: (presences: OwnPresence[]) => void;
  today: Day;
}) {
  const coming = (p: OwnPresence) => p.from !== undefined && !(isIsoDate(p.from) && p.from <= fromDay(today));
  /** What holds today of a kind of work. */
  const own = (k: Kind) => value.filter((p) => p.kind === k && !coming(p)).at(-1);
  const setOwn = (k: Kind, presence: Presence | undefined) =>
    onChange([...(presence ? [{ kind: k, presence }] : []), ...value.filter((p) => p.kind !== k || coming(p))]);
  const setComing = (was: OwnPresence, is: OwnPresence | undefined) =>
    onChange(value.flatMap((p) => (p === was ? (is ? [is] : []) : [p])));
  return (
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
          {kinds.map((k) => (
            <tr key={k}>
              <td>{kindName(k)}</td>
              <td>
                <select
                  aria-label={`the teacher, to ${kindName(k)}`}
                  value={own(k)?.presence ?? ''}
                  onChange={(e) => setOwn(k, e.target.value ? (e.target.value as Presence) : undefined)}
                >
                  <option value="">as the book: {PRESENCE_WORDS[course.kinds[k].presence]}</option>
                  {OPTIONS}
                </select>
              </td>
              <td>
                {value
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
                        {OPTIONS}
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
                    onChange([...value, { kind: k, presence: next, from: '' }]);
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
  );
}
