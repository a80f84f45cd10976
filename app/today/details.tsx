import { type FormEvent, useState } from 'react';
import { fromDay } from '../../core/calendar';
import type { DayRow } from '../../core/day';
import type { Mark } from '../../core/household';
import { markRow, readMinutes, readScore, writeScore } from '../../core/log';
import { useHousehold } from '../shell/household';
import { useWorkday } from '../shell/plan';
import { Field } from '../ui/field';

/** Minutes, score and a note: wanted, never demanded. A step without a mark is marked done by keeping them. */
export function Details({ row, close }: { row: DayRow; close: () => void }) {
  const { household, commit } = useHousehold();
  const day = useWorkday();
  const old = row.mark;
  const [minutes, setMinutes] = useState(old?.minutes?.toString() ?? '');
  const [left, setLeft] = useState(old?.minutesLeft?.toString() ?? '');
  const [score, setScore] = useState(old?.score ? writeScore(old.score) : '');
  const [note, setNote] = useState(old?.note ?? '');
  const [faults, setFaults] = useState<{ minutes?: string; left?: string; score?: string }>({});
  const partly = old?.kind === 'partly';

  const keep = async (e: FormEvent) => {
    e.preventDefault();
    const m = readMinutes(minutes);
    const l = readMinutes(left);
    const s = readScore(score);
    if (typeof m === 'string' || typeof l === 'string' || typeof s === 'string') {
      setFaults({ ...(typeof m === 'string' ? { minutes: m } : {}), ...(typeof l === 'string' ? { left: l } : {}), ...(typeof s === 'string' ? { score: s } : {}) });
      return;
    }
    const kind = old?.kind ?? 'done';
    const base = markRow(household, { enrolmentId: row.enrolment.id, stepId: row.step.id, date: fromDay(day), kind }, crypto.randomUUID());
    const { minutes: _m, minutesLeft: _l, score: _s, note: _n, ...rest } = base;
    const made: Mark = {
      ...rest,
      ...(m === null ? {} : { minutes: m }),
      ...(partly && l !== null ? { minutesLeft: l } : {}),
      ...(s === null ? {} : { score: s }),
      ...(note.trim() ? { note: note.trim() } : {}),
    };
    if (await commit(`minutes, score and note of ${row.step.lesson.title}`, [{ table: 'marks', put: made }])) close();
  };

  return (
    <form
      noValidate
      onSubmit={(e) => void keep(e)}
      onKeyDown={(e) => e.key === 'Escape' && close()}
      className="flex flex-wrap items-start gap-3 px-3 pt-1 pb-3 sm:pl-[62px]"
    >
      <Field label="minutes" fault={faults.minutes}>
        {(p) => <input {...p} autoFocus inputMode="numeric" className="w-24" value={minutes} placeholder={`${row.minutes}`} onChange={(e) => setMinutes(e.target.value)} />}
      </Field>
      {partly && (
        <Field label="minutes left" fault={faults.left}>
          {(p) => <input {...p} inputMode="numeric" className="w-24" value={left} onChange={(e) => setLeft(e.target.value)} />}
        </Field>
      )}
      <Field label="score" fault={faults.score}>
        {(p) => <input {...p} className="w-28" value={score} placeholder="17/20" onChange={(e) => setScore(e.target.value)} />}
      </Field>
      <Field label="note" className="min-w-[220px] flex-1">
        {(p) => <input {...p} value={note} maxLength={2000} onChange={(e) => setNote(e.target.value)} />}
      </Field>
      <div className="flex gap-2 self-end">
        <button type="submit" className="btn btn-strong">
          Keep
        </button>
        <button type="button" className="btn" onClick={close}>
          Leave as it was
        </button>
      </div>
    </form>
  );
}
