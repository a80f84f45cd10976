import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { number, object, type ObjectSchema } from 'yup';
import { toDay } from '../../core/calendar';
import type { Lesson, Pin, Unit } from '../../core/household';
import { lessonsOf, type Overview, type OverviewRow } from '../../core/overview';
import { useFormCommit, useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { keepPin } from '../ui/keep-pin';
import { asNumber } from '../ui/whole';
import { useMovedPlan } from './use-moved-plan';
import { WhatGives } from './what-gives';

/** The first day of the week in which it is to begin. */
const schema: ObjectSchema<{ week: number }> = object({ week: number().integer().required() });

/** Asks for a unit, or one lesson of it, to begin in another week; what gives is worked out before it is kept. */
export function MoveUnit({
  row,
  unit,
  lesson,
  view,
  close,
}: {
  row: OverviewRow;
  unit: Unit;
  lesson?: Lesson | undefined;
  view: Overview;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const style = household.settings.dateStyle;
  const weeks = view.weeks.filter((w) => w.teaching !== undefined && w.start + 6 >= today);
  const begins = lesson ? lessonsOf(row, unit).find((l) => l.id === lesson.id)?.from : undefined;
  const from = lesson
    ? begins === undefined
      ? undefined
      : toDay(begins)
    : row.units.find((u) => u.unit.id === unit.id)?.from;
  const at = weeks.find((w) => from !== undefined && from >= w.start && from < w.start + 7);
  const { register, handleSubmit, control } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { week: at?.start ?? weeks[0]?.start ?? today },
  });
  const week = useWatch({ control, name: 'week' });
  const unchanged = week === at?.start;
  const asked = useMemo(
    () => (unchanged ? undefined : { row, unit, week, lessonId: lesson?.id }),
    [unchanged, row, unit, week, lesson],
  );
  const { wish, after, failed } = useMovedPlan(asked);
  const fault = wish && 'fault' in wish ? wish.fault : undefined;
  const name = lesson?.title ?? (unit.title || row.title);
  const inside = new Set((lesson ? [lesson] : unit.lessons).flatMap((l) => l.steps.map((s) => s.id)));
  const own = (p: Pin) => p.enrolmentId === row.enrolment.id && inside.has(p.stepId);
  const keep = handleSubmit(async () => {
    if (wish && 'pin' in wish && (await keepPin(commit, name, wish.pin, style))) close();
  });
  return (
    <FormDialog
      title={`${name}, ${row.title}`}
      close={close}
      disabled={!wish || 'fault' in wish}
      onSubmit={(e) => void keep(e)}
    >
      <SelectField
        label="Begins in the week of"
        fault={fault}
        options={weeks.map((w) => {
          const words = `${shortDate(style, w.start, today)}, teaching week ${w.teaching}`;
          return [
            w.start,
            `${words}${w.start === at?.start ? ' (as planned)' : ''}${w.crowded ? ', crowded' : ''}`,
          ] as const;
        })}
        {...register('week', asNumber)}
      />
      {wish && 'pin' in wish && (
        <div role="status" className="text-aside">
          <WhatGives wish={wish} after={after} failed={failed} />
        </div>
      )}
      {household.pins.some(own) && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void commit(`${name}: placed by the planner again`, (now) =>
              now.pins.filter(own).map((p) => ({ table: 'pins' as const, remove: p.id })),
            ).then((done) => done && close())
          }
        >
          Let the planner place it
        </button>
      )}
    </FormDialog>
  );
}
