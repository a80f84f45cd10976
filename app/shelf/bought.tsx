import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { isIsoDate } from '../../core/calendar';
import { asIsbn13, readIsbn } from '../../core/course';
import { byId, type Course, type CoursePart, PART_KINDS, type Purchase } from '../../core/household';
import { thingsOfCourse } from '../../core/deeds';
import {
  afterWords,
  editionsWords,
  exchangeWords,
  readTogether,
  togetherText,
  money,
  readPrice,
  setOf,
  setWords,
} from '../../core/materials';
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
  const after = afterWords(household, course, today);
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
      {after && <p>{after}</p>}
      {exchange && <p className="font-semibold">{exchange}</p>}
      {apart && <p>{apart}</p>}
      {missing && <p>{missing}</p>}
      <ul>
        {set.map(({ part: p, is }) => (
          <li key={p.id} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {p.title || p.kind} <span className="text-soft">{p.title && p.kind}</span>
            </span>
            {p.printedTo !== undefined && <span>printed up to page {p.printedTo}</span>}
            {is !== 'not checked' && (
              <span className={is === 'here' || is === 'not wanted' ? 'text-soft' : ''}>
                {is === 'not wanted' ? 'left out on purpose' : is}
              </span>
            )}
            {p.edition && <span className="text-soft">{p.edition}</span>}
            {p.proof && <span className="text-soft">proof: {p.proof}</span>}
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
  notWanted: boolean;
  /** Empty: no download. */
  printedTo: string;
  proof: string;
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
      notWanted: p.notWanted ?? false,
      printedTo: p.printedTo?.toString() ?? '',
      proof: p.proof ?? '',
    })),
  );
  const [bought, setBought] = useState({
    from: course.bought?.from ?? '',
    date: course.bought?.date ?? '',
    used: course.bought?.used ?? false,
    exchangeUntil: course.bought?.exchangeUntil ?? '',
  });
  const [wish, setWish] = useState(course.wish ?? false);
  const [together, setTogether] = useState(togetherText(course));
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
      const printed = p.printedTo.trim();
      if (!/^\d{0,5}$/.test(printed)) found[`printed ${p.id}`] = 'Give a page, 0 before the first, or leave it empty.';
      return {
        id: p.id,
        kind: p.kind,
        title: p.title.trim(),
        ...(isbn && 'isbn' in isbn ? { isbn: isbn.isbn } : {}),
        ...(p.edition.trim() ? { edition: p.edition.trim() } : {}),
        ...(price === undefined ? {} : { price }),
        ...(p.notWanted ? { notWanted: true } : {}),
        ...(printed === '' ? {} : { printedTo: Number(printed) }),
        ...(p.proof.trim() ? { proof: p.proof.trim() } : {}),
      };
    });
    for (const key of ['date', 'exchangeUntil'] as const)
      if (bought[key] && !isIsoDate(bought[key])) found[key] = 'Give a day that exists, or leave it empty.';
    const sets = readTogether(together, made);
    if ('sentence' in sets) found['together'] = sets.sentence;
    setFaults(found);
    if (Object.keys(found).length > 0 || 'sentence' in sets) return;
    const purchase: Purchase = {
      ...(bought.from.trim() ? { from: bought.from.trim() } : {}),
      ...(bought.date ? { date: bought.date } : {}),
      ...(bought.used ? { used: true } : {}),
      ...(bought.exchangeUntil ? { exchangeUntil: bought.exchangeUntil } : {}),
    };
    void commit(`${course.title}: as bought`, (now) => {
      const stored = byId(now.courses, course.id);
      if (!stored) return [];
      const { parts: _p, bought: _b, wish: _w, together: _t, ...rest } = stored;
      const put: Course = {
        ...rest,
        ...(made.length > 0 ? { parts: made } : {}),
        ...(sets.length > 0 ? { together: sets } : {}),
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
      {parts.length > 0 && (
        <p className="text-aside text-soft">
          The pages of a download are those that its lessons name: 0 before any is printed.
        </p>
      )}
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
          <label className="flex min-h-touch items-center gap-2 sm:col-span-2">
            <input type="checkbox" checked={p.notWanted} onChange={(e) => set(i, { notWanted: e.target.checked })} />
            left out on purpose
          </label>
          <label className="col-span-2 flex min-h-touch flex-wrap items-center gap-2 sm:col-span-4">
            a download, printed up to page
            <input
              className="w-20"
              inputMode="numeric"
              maxLength={5}
              value={p.printedTo}
              onChange={(e) => set(i, { printedTo: e.target.value })}
              aria-invalid={faults[`printed ${p.id}`] !== undefined}
            />
            {faults[`printed ${p.id}`] && (
              <span role="alert" className="font-semibold">
                {faults[`printed ${p.id}`]}
              </span>
            )}
          </label>
          <label className="col-span-2 flex min-h-touch flex-wrap items-center gap-2 sm:col-span-6">
            proof of its edition
            <input
              className="min-w-0 flex-1"
              maxLength={200}
              value={p.proof}
              placeholder="a picture of the imprint, in folder 3"
              onChange={(e) => set(i, { proof: e.target.value })}
            />
          </label>
        </div>
      ))}
      <button
        type="button"
        className="btn self-start"
        onClick={() =>
          setParts([
            ...parts,
            {
              id: newId(),
              kind: 'manual',
              title: '',
              isbn: '',
              edition: '',
              price: '',
              notWanted: false,
              printedTo: '',
              proof: '',
            },
          ])
        }
      >
        <Plus size={18} aria-hidden="true" /> A part
      </button>
      {parts.length > 1 && (
        <Field
          label="Editions that go together, a line for each set"
          hint="“manual 2nd + workbook 3rd”: a step that refers to another edition is flagged."
          fault={faults['together']}
        >
          {(f) => (
            <textarea
              {...f}
              rows={2}
              maxLength={10_000}
              value={together}
              onChange={(e) => setTogether(e.target.value)}
            />
          )}
        </Field>
      )}
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
        <label className="flex min-h-touch items-center gap-2">
          <input
            type="checkbox"
            checked={bought.used}
            onChange={(e) => setBought({ ...bought, used: e.target.checked })}
          />{' '}
          bought used
        </label>
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" checked={wish} onChange={(e) => setWish(e.target.checked)} /> only on the wish list
        </label>
      </div>
    </FormDialog>
  );
}
