import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { isIsoDate } from '../../core/calendar';
import { asIsbn13, readIsbn } from '../../core/course';
import { byId, type Course, type CoursePart, PART_KINDS, type Purchase } from '../../core/household';
import { thingsOfCourse } from '../../core/deeds';
import { editionsWords, exchangeWords, money, readPrice, setOf, setWords } from '../../core/materials';
import { finishOf } from '../../core/overview';
import { isTaken } from '../../core/pace';
import { usePlan } from '../shell/plan';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { DateField } from '../ui/date-field';

/** A course as it was bought: its parts, where and when, and until when it can be sent back. */
export function Bought({ course }: { course: Course }) {
  const { household, today, commit, say } = useHousehold();
  const [editing, setEditing] = useState(false);
  const style = household.settings.dateStyle;
  const { parts = [], bought } = course;
  const total = parts.reduce((n, p) => n + (p.price ?? 0), 0);
  const { plan, reserves } = usePlan();
  const ends = household.enrolments
    .filter((e) => e.courseId === course.id && isTaken(e))
    .map((e) => {
      const finish = finishOf(plan, e.id, reserves.get(e.id));
      return finish.kind === 'planned' ? finish.day : undefined;
    });
  const exchange = exchangeWords(household, course, ends, today);
  const set = setOf(household, course);
  const [apart, missing] = [editionsWords(course), setWords(set)];
  const facts = [
    bought?.from && `from ${bought.from}`,
    bought?.date && `on ${shortDate(style, bought.date, today)}`,
    bought?.used && 'used',
    total > 0 && `${money(total)} in all`,
  ].filter(Boolean);
  return (
    <section className="pb-5" aria-labelledby="bought">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="bought">As bought</h2>
        <span className="flex flex-wrap gap-2">
          {parts.length > 0 && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => {
                if (thingsOfCourse(household, course.id, newId).length === 0)
                  return say('Its parts are all among the things already.');
                void commit(`The parts of ${course.title} put among the things`, (now) =>
                  thingsOfCourse(now, course.id, newId),
                );
              }}
            >
              Put its parts among the things
            </button>
          )}
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Parts and purchase
          </button>
        </span>
      </div>
      {parts.length === 0 && facts.length === 0 && (
        <p className="text-soft">
          Manual, workbook, readers, tests: with their ISBNs the right edition is found again.
        </p>
      )}
      {facts.length > 0 && <p>{facts.join(', ')}.</p>}
      {exchange && <p className="font-semibold">{exchange}</p>}
      {apart && <p>{apart}</p>}
      {missing && <p>{missing}</p>}
      <ul>
        {set.map(({ part: p, is }) => (
          <li key={p.id} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {p.title || p.kind} <span className="text-soft">{p.title && p.kind}</span>
            </span>
            {is !== 'not checked' && <span className={is === 'here' ? 'text-soft' : ''}>{is}</span>}
            {p.edition && <span className="text-soft">{p.edition}</span>}
            {p.isbn && <span>ISBN {asIsbn13(p.isbn)}</span>}
            {p.price !== undefined && <span>{money(p.price)}</span>}
          </li>
        ))}
      </ul>
      {editing && <BoughtForm course={course} close={() => setEditing(false)} />}
    </section>
  );
}

interface PartDraft {
  id: string;
  kind: CoursePart['kind'];
  title: string;
  isbn: string;
  edition: string;
  price: string;
}

function BoughtForm({ course, close }: { course: Course; close: () => void }) {
  const { commit } = useHousehold();
  const [parts, setParts] = useState<PartDraft[]>(
    (course.parts ?? []).map((p) => ({
      id: p.id,
      kind: p.kind,
      title: p.title,
      isbn: p.isbn ?? '',
      edition: p.edition ?? '',
      price: p.price === undefined ? '' : money(p.price),
    })),
  );
  const [bought, setBought] = useState({
    from: course.bought?.from ?? '',
    date: course.bought?.date ?? '',
    used: course.bought?.used ?? false,
    exchangeUntil: course.bought?.exchangeUntil ?? '',
  });
  const [wish, setWish] = useState(course.wish ?? false);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const set = (i: number, change: Partial<PartDraft>) =>
    setParts(parts.map((p, at) => (at === i ? { ...p, ...change } : p)));
  const keep = () => {
    const found: Record<string, string> = {};
    const made = parts.map((p): CoursePart => {
      const isbn = p.isbn.trim() ? readIsbn(p.isbn) : undefined;
      if (isbn && 'fault' in isbn) found[`isbn ${p.id}`] = isbn.fault;
      const price = readPrice(p.price);
      if (price === undefined && p.price.trim() !== '') found[`price ${p.id}`] = 'Give a price like 24.50.';
      return {
        id: p.id,
        kind: p.kind,
        title: p.title.trim(),
        ...(isbn && 'isbn' in isbn ? { isbn: isbn.isbn } : {}),
        ...(p.edition.trim() ? { edition: p.edition.trim() } : {}),
        ...(price === undefined ? {} : { price }),
      };
    });
    for (const key of ['date', 'exchangeUntil'] as const)
      if (bought[key] && !isIsoDate(bought[key])) found[key] = 'Give a day that exists, or leave it empty.';
    setFaults(found);
    if (Object.keys(found).length > 0) return;
    const purchase: Purchase = {
      ...(bought.from.trim() ? { from: bought.from.trim() } : {}),
      ...(bought.date ? { date: bought.date } : {}),
      ...(bought.used ? { used: true } : {}),
      ...(bought.exchangeUntil ? { exchangeUntil: bought.exchangeUntil } : {}),
    };
    void commit(`${course.title}: as bought`, (now) => {
      const stored = byId(now.courses, course.id);
      if (!stored) return [];
      const { parts: _p, bought: _b, wish: _w, ...rest } = stored;
      const put: Course = {
        ...rest,
        ...(made.length > 0 ? { parts: made } : {}),
        ...(Object.keys(purchase).length > 0 ? { bought: purchase } : {}),
        ...(wish ? { wish: true } : {}),
      };
      return [{ table: 'courses', put }];
    }).then((done) => done && close());
  };
  return (
    <FormDialog
      title={`${course.title}, as bought`}
      wide
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      {parts.map((p, i) => (
        <div
          key={p.id}
          className="grid grid-cols-2 items-start gap-2 border-b border-rule pb-3 sm:grid-cols-[130px_1fr_170px_110px_90px_44px]"
        >
          <Field label={`Part ${i + 1}`}>
            {(f) => (
              <select {...f} value={p.kind} onChange={(e) => set(i, { kind: e.target.value as CoursePart['kind'] })}>
                {PART_KINDS.map((k) => (
                  <option key={k}>{k}</option>
                ))}
              </select>
            )}
          </Field>
          <Field label="Title">
            {(f) => (
              <input {...f} value={p.title} maxLength={200} onChange={(e) => set(i, { title: e.target.value })} />
            )}
          </Field>
          <Field label="ISBN" fault={faults[`isbn ${p.id}`]}>
            {(f) => <input {...f} value={p.isbn} maxLength={20} onChange={(e) => set(i, { isbn: e.target.value })} />}
          </Field>
          <Field label="Edition">
            {(f) => (
              <input {...f} value={p.edition} maxLength={120} onChange={(e) => set(i, { edition: e.target.value })} />
            )}
          </Field>
          <Field label="Price" fault={faults[`price ${p.id}`]}>
            {(f) => (
              <input {...f} inputMode="decimal" value={p.price} onChange={(e) => set(i, { price: e.target.value })} />
            )}
          </Field>
          <button
            type="button"
            className="btn mt-5 !px-0"
            aria-label={`Take part ${i + 1} out`}
            onClick={() => setParts(parts.filter((_, at) => at !== i))}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() =>
          setParts([...parts, { id: newId(), kind: 'manual', title: '', isbn: '', edition: '', price: '' }])
        }
      >
        <Plus size={18} aria-hidden="true" /> A part
      </button>
      <div className="grid gap-4 sm:grid-cols-3">
        <InputField
          label="Bought from"
          value={bought.from}
          maxLength={200}
          onChange={(e) => setBought({ ...bought, from: e.target.value })}
        />
        <DateField
          label="On"
          fault={faults['date']}
          value={bought.date}
          onChange={(v) => setBought({ ...bought, date: v })}
        />
        <DateField
          label="Can be exchanged until"
          fault={faults['exchangeUntil']}
          value={bought.exchangeUntil}
          onChange={(v) => setBought({ ...bought, exchangeUntil: v })}
        />
      </div>
      <div className="flex flex-wrap gap-x-6">
        <label className="flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            checked={bought.used}
            onChange={(e) => setBought({ ...bought, used: e.target.checked })}
          />{' '}
          bought used
        </label>
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={wish} onChange={(e) => setWish(e.target.checked)} /> only on the wish list
        </label>
      </div>
    </FormDialog>
  );
}
