import { useState } from 'react';
import type { Decision } from '../../core/household';
import { listing } from '../../core/words';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';
import { PeoplePicker } from '../ui/people-picker';
import { WholeField } from '../ui/whole-field';

/** Whether a decision says whom it is about. */
export const usesPeople = (d: Decision): boolean => d.does === 'blocks' || d.does === 'day off';

/** Whom one event takes away, or which class does not meet: a line, and its fields when they are asked for. */
export function EventPeople({
  title,
  whole,
  decision,
  onChange,
  forAll,
}: {
  title: string;
  /** It takes whole days: there is no way before and after. */
  whole: boolean;
  decision: Decision;
  onChange: (next: Decision) => void;
  /** Takes the same people over to every event of its kind; undefined where there is no other. */
  forAll: (() => void) | undefined;
}) {
  const { household } = useHousehold();
  const [open, setOpen] = useState(false);
  if (decision.does === 'no class' && household.aways.length > 0) {
    return (
      <Field label="Which class" className="max-w-80">
        {(p) => (
          <select
            {...p}
            aria-label={`${title}: which class`}
            value={decision.awayId ?? ''}
            onChange={(e) => {
              const { awayId: _, ...rest } = decision;
              onChange(e.target.value ? { ...rest, awayId: e.target.value } : rest);
            }}
          >
            <option value="">the one this calendar is of</option>
            {household.aways.map((a) => (
              <option key={a.id} value={a.id}>
                {a.label}
              </option>
            ))}
          </select>
        )}
      </Field>
    );
  }
  if (!usesPeople(decision)) return null;
  const takes = decision.does === 'blocks';
  const named = [
    ...household.children.filter((c) => decision.childIds.includes(c.id)),
    ...(takes ? household.teachers.filter((t) => decision.teacherIds.includes(t.id)) : []),
  ];
  const way = takes && !whole && decision.travel > 0 ? `, ${decision.travel} min each way` : '';
  return (
    <div className="pt-0.5">
      <span className="flex flex-wrap items-center gap-x-2 text-aside">
        {named.length === 0 ? <b>for nobody yet</b> : `for ${listing(named.map((p) => p.name))}${way}`}
        <button
          type="button"
          className="page-link min-h-[32px] cursor-pointer"
          aria-expanded={open}
          aria-label={`Whom: ${title}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'fold' : 'whom'}
        </button>
        {forAll && (
          <button type="button" className="page-link min-h-[32px] cursor-pointer" onClick={forAll}>
            the same for all of these
          </button>
        )}
      </span>
      {open && (
        <div className="flex flex-wrap items-end gap-3 border-l-2 border-ink py-1 pl-3">
          <PeoplePicker
            legend="Children"
            people={household.children}
            value={decision.childIds}
            onChange={(childIds) => onChange({ ...decision, childIds })}
          />
          {takes && (
            <PeoplePicker
              legend="Teachers"
              people={household.teachers}
              value={decision.teacherIds}
              onChange={(teacherIds) => onChange({ ...decision, teacherIds })}
            />
          )}
          {takes && !whole && (
            <WholeField
              label="Travel each way, minutes"
              className="w-28"
              least={0}
              most={600}
              value={decision.travel}
              onChange={(travel) => onChange({ ...decision, travel })}
            />
          )}
        </div>
      )}
    </div>
  );
}
