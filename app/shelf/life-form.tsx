import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import {
  byId,
  childrenOf,
  type Course,
  type Enrolment,
  type Household,
  LIVES,
  type Put,
  titleOf,
} from '../../core/household';
import { swapCourse, takeAgain } from '../../core/deeds';
import { isThrough } from '../../core/pace';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { shortDate } from '../ui/dates';
import { Fault, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { LIFE_WORDS, listing, WORTH_WORDS } from '../ui/words';
import { lifeSchema, type LifeValues, lifeValuesOf, livingOf } from './life-values';
import { Otherwise } from '../household/otherwise';

/**
 * The life of an enrolment: paused, resumed, dropped, finished, today or from a day to come on; swapped for another; and what it was
 * worth to each child.
 */
export function LifeForm({ course, enrolment, close }: { course: Course; enrolment: Enrolment; close: () => void }) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const style = household.settings.dateStyle;
  const children = childrenOf(household, enrolment);
  const schema = lifeSchema(today);
  const { register, handleSubmit, control, formState, setValue } = useForm<LifeValues>({
    resolver: yupResolver(schema),
    defaultValues: lifeValuesOf(enrolment, children, today),
  });
  const { errors } = formState;
  const values = useWatch({ control }) as LifeValues;
  const { life, lives, swap } = values;
  const who = listing(children.map((c) => c.name));
  // What it was worth is no matter of the year.
  const touched = Object.keys(formState.dirtyFields).some((k) => k !== 'verdicts');
  /** What the form comes to, in the household as it is by then. */
  const rows = (now: Household, v: LifeValues): Put[] => {
    if (v.again !== '') return takeAgain(now, enrolment.id, v.again === 'half', today);
    const put = livingOf(enrolment, v, today);
    const next = byId(now.courses, v.swap);
    return next ? swapCourse(now, year, put, next.id, today) : [{ table: 'enrolments', put }];
  };
  const keep = handleSubmit(async (v) => {
    if (v.again !== '') {
      const part = v.again === 'half' ? 'its second half' : 'all of it';
      if (await commit(`${course.title} for ${who}: ${part} once more`, (now) => rows(now, v))) close();
      return;
    }
    const next = byId(household.courses, v.swap);
    const ahead = livingOf(enrolment, v, today).life === v.life ? '' : ` from ${shortDate(style, v.from, today)}`;
    const words = next
      ? `${course.title} swapped for ${next.title} for ${who}`
      : `${course.title} for ${who}: ${LIFE_WORDS[v.life]}${ahead}`;
    if (await commit(words, next ? (now) => rows(now, v) : rows(household, v))) close();
  });
  return (
    <FormDialog title={`${course.title}: ${who}`} close={close} onSubmit={(e) => void keep(e)}>
      {isThrough(household, enrolment) && (
        <SelectField
          label="Go over it once more"
          hint="The first time keeps its record."
          options={[
            ['', 'no'],
            ['whole', 'all of it, from today'],
            ['half', 'its second half, from today'],
          ]}
          {...register('again')}
        />
      )}
      <div className="grid gap-4 sm:grid-cols-2">
        {swap === '' && (
          <SelectField label="It is" options={LIVES.map((l) => [l, LIFE_WORDS[l]] as const)} {...register('life')} />
        )}
        {swap === '' && (
          <DateControl
            label="From"
            hint="A day to come is planned for from now on."
            control={control}
            name="from"
            fault={errors.from?.message}
          />
        )}
        {swap === '' && life === 'paused' && (
          <DateControl
            label="Taken up again on"
            hint="Empty: not known yet. Until then it keeps its pace; the rest is left for later."
            control={control}
            name="back"
            fault={errors.back?.message}
          />
        )}
      </div>
      {lives.map((l) => (
        <p key={l.from} className="flex flex-wrap items-center gap-3">
          From {shortDate(style, l.from, today)}: {LIFE_WORDS[l.life]}
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() =>
              setValue(
                'lives',
                lives.filter((x) => x.from !== l.from),
                { shouldDirty: true },
              )
            }
          >
            Leave this out
          </button>
        </p>
      ))}
      <SelectField
        label="Swap it for"
        hint="From today on the other takes its weekdays and its pace; the record of this one is kept."
        options={[
          ['', 'nothing'],
          ...household.courses.filter((c) => c.id !== course.id).map((c) => [c.id, titleOf(household, c.id)] as const),
        ]}
        {...register('swap')}
      />
      <Otherwise about={enrolment.id} puts={touched && schema.isValidSync(values) && rows(household, values)} />
      {children.map((c, i) => (
        <fieldset key={c.id} className="flex flex-wrap items-end gap-3">
          <legend className="label mb-1 flex items-center gap-2">
            What it was worth to <ChildName child={c} />
          </legend>
          <select aria-label={`verdict for ${c.name}`} {...register(`verdicts.${i}.worth`)}>
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
            {...register(`verdicts.${i}.text`)}
          />
          <Fault of={errors.verdicts?.[i]?.worth} />
        </fieldset>
      ))}
    </FormDialog>
  );
}
