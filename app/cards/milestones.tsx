import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { childrenAhead, byId, type Milestone, MILESTONE_SPANS } from '../../core/household';
import { milestonesOn } from '../../core/practice';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { ChildName } from '../ui/ornament';
import { PictureField } from '../ui/picture';

/** Small rewards for days of practice, in the parent’s own words: how far each child is. */
export function Milestones() {
  const { household, today } = useHousehold();
  const [form, setForm] = useState<Milestone | 'new'>();
  return (
    <section aria-labelledby="milestones" className="pt-6">
      <div className="flex flex-wrap items-baseline justify-between gap-3 border-b border-ink pb-1">
        <h2 id="milestones">Milestones</h2>
        <button type="button" className="btn" disabled={household.children.length === 0} onClick={() => setForm('new')}>
          Add a milestone
        </button>
      </div>
      {household.milestones.length === 0 && (
        <p className="py-2 text-soft">
          Something small for so many days of practice, in your own words. A missed day takes nothing away.
        </p>
      )}
      <ul aria-label="Milestones">
        {household.children.flatMap((c) =>
          milestonesOn(household, c.id, today).map(({ milestone, words }) => (
            <li key={milestone.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule/60 py-1">
              <span className="w-28">
                <ChildName child={c} size={16} />
              </span>
              <span className="min-w-0 flex-1 wrap-anywhere">{words}</span>
              <button
                type="button"
                className="press page-link cursor-pointer px-2"
                aria-label={`Change: ${milestone.words}`}
                onClick={() => setForm(milestone)}
              >
                Change
              </button>
            </li>
          )),
        )}
      </ul>
      {form && (
        <MilestoneForm
          {...(form === 'new' ? {} : { milestone: byId(household.milestones, form.id) ?? form })}
          close={() => setForm(undefined)}
        />
      )}
    </section>
  );
}

interface Values {
  childId: string;
  words: string;
  days: string;
  span: string;
}
const schema: ObjectSchema<Values> = object({
  childId: string().required('Choose whose it is.'),
  words: string().trim().required('Say what it is, like “a ride on the ferry”.').max(500, 'Keep it under 500 letters.'),
  days: string()
    .defined()
    .trim()
    .test(
      'days',
      'Give days of practice, from 1 to 1000.',
      (v) => /^\d+$/.test(v) && Number(v) >= 1 && Number(v) <= 1000,
    ),
  span: string().defined(),
});

function MilestoneForm({ milestone, close }: { milestone?: Milestone; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const [picture, setPicture] = useState(milestone?.picture);
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{
        childId: milestone?.childId ?? childrenAhead(household, today)[0]?.id ?? '',
        words: milestone?.words ?? '',
      },
      ...{ days: String(milestone?.days ?? 4), span: milestone?.span ?? 'week' },
    },
  });
  const { errors } = formState;
  const keep = async (v: Values) => {
    const put: Milestone = {
      ...{ id: milestone?.id ?? newId(), childId: v.childId, words: v.words, days: Number(v.days) },
      ...{ span: MILESTONE_SPANS.find((s) => s === v.span) ?? 'week', from: milestone?.from ?? fromDay(today) },
      ...(picture ? { picture } : {}),
    };
    if (await commit(`${v.words}: milestone kept`, [{ table: 'milestones', put }])) close();
  };
  return (
    <FormDialog
      title={milestone?.words ?? 'A milestone'}
      close={close}
      remove={milestone && { table: 'milestones', id: milestone.id, name: milestone.words }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <SelectField
        label="Whose"
        fault={errors.childId?.message}
        options={childrenAhead(household, today, milestone ? [milestone.childId] : []).map(
          (c) => [c.id, c.name] as const,
        )}
        {...register('childId')}
      />
      <InputField label="What" placeholder="a ride on the ferry" fault={errors.words?.message} {...register('words')} />
      <div className="flex flex-wrap items-end gap-4">
        <NumberField label="For days of practice" className="w-24" fault={errors.days?.message} {...register('days')} />
        <SelectField
          label="Counted"
          options={[
            ['week', 'in each week anew'],
            ['ever', 'altogether, from today on'],
          ]}
          {...register('span')}
        />
      </div>
      <PictureField label="A picture" value={picture} change={setPicture} />
    </FormDialog>
  );
}
