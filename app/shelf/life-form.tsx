import { useState } from 'react';
import { fromDay } from '../../core/calendar';
import {
  byId,
  childrenOf,
  type Course,
  type Enrolment,
  type Household,
  type Life,
  LIVES,
  type Verdict,
  type WORTHS,
} from '../../core/household';
import { swapCourse, takeAgain } from '../../core/deeds';
import { isThrough } from '../../core/pace';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { LIFE_WORDS, listing, WORTH_WORDS } from '../ui/words';
import { newId } from '../ui/id';

type Worth = (typeof WORTHS)[number] | '';

/** The life of an enrolment: paused, resumed, dropped, finished, swapped for another; and what it was worth to each child. */
export function LifeForm({ course, enrolment, close }: { course: Course; enrolment: Enrolment; close: () => void }) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const [life, setLife] = useState<Life>(enrolment.life);
  const [swap, setSwap] = useState('');
  const [again, setAgain] = useState<'' | 'whole' | 'half'>('');
  const through = isThrough(household, enrolment);
  const [verdicts, setVerdicts] = useState<Record<string, { worth: Worth; text: string }>>(
    Object.fromEntries((enrolment.verdicts ?? []).map((v) => [v.childId, { worth: v.worth, text: v.text }])),
  );
  const children = childrenOf(household, enrolment);
  const who = listing(children.map((c) => c.name));
  const courses = household.courses.filter((c) => c.id !== course.id);
  const keep = async () => {
    const next = byId(household.courses, swap);
    const given: Verdict[] = children.flatMap((c) => {
      const v = verdicts[c.id];
      if (!v?.worth) return [];
      const old = enrolment.verdicts?.find((o) => o.childId === c.id);
      const same = old?.worth === v.worth && old.text === v.text.trim();
      return [{ childId: c.id, worth: v.worth, text: v.text.trim(), date: same ? old.date : fromDay(today) }];
    });
    const { verdicts: _v, swappedFor, ...rest } = enrolment;
    const put: Enrolment = {
      ...rest,
      life,
      ...(given.length > 0 ? { verdicts: given } : {}),
      ...(life === 'dropped' && swappedFor ? { swappedFor } : {}),
    };
    const words = next
      ? `${course.title} swapped for ${next.title} for ${who}`
      : `${course.title} for ${who}: ${LIFE_WORDS[life]}`;
    const id = newId();
    if (again !== '') {
      const part = again === 'half' ? 'its second half' : 'all of it';
      const taken = await commit(`${course.title} for ${who}: ${part} once more`, (now) =>
        takeAgain(now, enrolment.id, again === 'half', today, id),
      );
      if (taken) close();
      return;
    }
    const wish = next
      ? (now: Household) => swapCourse(now, year, put, next.id, today, id)
      : [{ table: 'enrolments' as const, put }];
    if (await commit(words, wish)) close();
  };
  return (
    <FormDialog
      title={`${course.title}: ${who}`}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      {through && (
        <Field label="Go over it once more" hint="The first time keeps its record.">
          {(p) => (
            <select {...p} value={again} onChange={(e) => setAgain(e.target.value as typeof again)}>
              <option value="">no</option>
              <option value="whole">all of it, from today</option>
              <option value="half">its second half, from today</option>
            </select>
          )}
        </Field>
      )}
      <Field label="It is">
        {(p) => (
          <select
            {...p}
            value={swap ? 'dropped' : life}
            disabled={swap !== ''}
            onChange={(e) => setLife(e.target.value as Life)}
          >
            {LIVES.map((l) => (
              <option key={l} value={l}>
                {LIFE_WORDS[l]}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field
        label="Swap it for"
        hint="From today on the other takes its weekdays and its pace; the record of this one is kept."
      >
        {(p) => (
          <select {...p} value={swap} onChange={(e) => setSwap(e.target.value)}>
            <option value="">nothing</option>
            {courses.map((c) => (
              <option key={c.id} value={c.id}>
                {c.title}
              </option>
            ))}
          </select>
        )}
      </Field>
      {children.map((c) => (
        <fieldset key={c.id} className="flex flex-wrap items-end gap-3">
          <legend className="label mb-1 flex items-center gap-2">
            What it was worth to <ChildName child={c} />
          </legend>
          <select
            aria-label={`verdict for ${c.name}`}
            value={verdicts[c.id]?.worth ?? ''}
            onChange={(e) =>
              setVerdicts({
                ...verdicts,
                [c.id]: { text: verdicts[c.id]?.text ?? '', worth: e.target.value as Worth },
              })
            }
          >
            <option value="">not said yet</option>
            {Object.entries(WORTH_WORDS).map(([w, words]) => (
              <option key={w} value={w}>
                {words}
              </option>
            ))}
          </select>
          <input
            className="min-w-0 flex-1"
            aria-label={`why, for ${c.name}`}
            maxLength={2000}
            placeholder="in a few words"
            disabled={!verdicts[c.id]?.worth}
            value={verdicts[c.id]?.text ?? ''}
            onChange={(e) =>
              setVerdicts({ ...verdicts, [c.id]: { worth: verdicts[c.id]?.worth ?? '', text: e.target.value } })
            }
          />
        </fieldset>
      ))}
    </FormDialog>
  );
}
