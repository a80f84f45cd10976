import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState } from 'react';
import { byId, type Course, titleOf, type UnitRef } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Field, SelectField } from '../ui/field';
import { sameRef } from './choices-values';

/** The units in the enrolment's own order: moved, left out, taken in again, or lent by another course. */
export function UnitOrder({
  course,
  units,
  setUnits,
}: {
  course: Course;
  units: UnitRef[];
  setUnits: (units: UnitRef[]) => void;
}) {
  const { household } = useHousehold();
  const [other, setOther] = useState('');
  const [otherUnit, setOtherUnit] = useState('');
  const name = (ref: UnitRef) => {
    const from = byId(household.courses, ref.courseId);
    const unit = from?.units.find((u) => u.id === ref.unitId);
    const title = unit?.title || 'the whole book';
    return ref.courseId === course.id ? title : `${title} (${from?.title ?? 'a course that is gone'})`;
  };
  const out = course.units
    .map((u) => ({ courseId: course.id, unitId: u.id }))
    .filter((ref) => !units.some((u) => sameRef(u, ref)));
  const move = (i: number, by: -1 | 1) => {
    const to = i + by;
    if (to < 0 || to >= units.length) return;
    const next = [...units];
    [next[i], next[to]] = [next[to]!, next[i]!];
    setUnits(next);
  };
  const lender = byId(household.courses, other);
  return (
    <fieldset>
      <legend className="label mb-1">Units, in this order</legend>
      <ol className="border-t border-rule">
        {units.map((ref, i) => (
          <li key={`${ref.courseId} ${ref.unitId}`} className="flex items-center gap-1 border-b border-rule">
            <span className="w-8 text-right text-soft">{i + 1}</span>
            <span className="min-w-0 flex-1 px-2 wrap-anywhere">{name(ref)}</span>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${name(ref)} earlier`}
              onClick={() => move(i, -1)}
            >
              <ArrowUp size={16} aria-hidden="true" />
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${name(ref)} later`}
              onClick={() => move(i, 1)}
            >
              <ArrowDown size={16} aria-hidden="true" />
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`Leave ${name(ref)} out`}
              onClick={() => setUnits(units.filter((_, k) => k !== i))}
            >
              <X size={16} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ol>
      {out.length > 0 && (
        <div className="flex flex-wrap items-center gap-2 pt-2">
          <span className="text-soft">Left out:</span>
          {out.map((ref) => (
            <button key={ref.unitId} type="button" className="btn" onClick={() => setUnits([...units, ref])}>
              {name(ref)}: take it in
            </button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-end gap-2 pt-3">
        <Field label="Blend in a unit of" className="max-w-64">
          {(p) => (
            <select
              {...p}
              value={other}
              onChange={(e) => {
                setOther(e.target.value);
                setOtherUnit(byId(household.courses, e.target.value)?.units[0]?.id ?? '');
              }}
            >
              <option value="">no other course</option>
              {household.courses
                .filter((c) => c.id !== course.id)
                .map((c) => (
                  <option key={c.id} value={c.id}>
                    {titleOf(household, c.id)}
                  </option>
                ))}
            </select>
          )}
        </Field>
        {lender && (
          <>
            <SelectField
              label="Unit"
              box="max-w-64"
              options={lender.units.map((u) => [u.id, u.title || 'the whole book'] as const)}
              value={otherUnit}
              onChange={(e) => setOtherUnit(e.target.value)}
            />
            <button
              type="button"
              className="btn"
              disabled={units.some((u) => u.courseId === other && u.unitId === otherUnit)}
              onClick={() => setUnits([...units, { courseId: other, unitId: otherUnit }])}
            >
              Take it in
            </button>
          </>
        )}
      </div>
    </fieldset>
  );
}
