import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { array, mixed, object, type ObjectSchema, string } from 'yup';
import { lessonsIn } from '../../core/course';
import { type Drill, type Fact } from '../../core/household';
import { factsIn, GRID_WORDS, type GridKind, gridOf, GRIDS } from '../../core/practice';
import { useFormCommit, useHousehold } from '../shell/household';
import { courseOptions } from '../ui/course-options';
import { Fault, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { ChoiceField, lessonOptions } from '../ui/choice';
import { count } from '../ui/words';
import { FactGrid } from './fact-grid';

interface Values {
  name: string;
  n: string;
  deckId: string;
  courseId: string;
  lessonId: string;
  facts: Fact[];
}
const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give the drill a name.').max(200, 'Keep the name under 200 letters.'),
  n: string()
    .defined()
    .trim()
    .test(
      'whole',
      'Give how many questions, from 1 to 500.',
      (v) => /^\d+$/.test(v) && Number(v) >= 1 && Number(v) <= 500,
    ),
  deckId: string().defined(),
  courseId: string().defined(),
  lessonId: string().defined(),
  facts: array()
    .of(mixed<Fact>().required())
    .required()
    .when('deckId', { is: '', then: (s) => s.min(1, 'Choose the facts in the grid, or a deck.') }),
});
/** A couple of dozen are usual. */
const USUAL = 20;

/** Exactly which facts a drill asks, chosen in grids or taken from a deck, and how many questions. */
export function DrillForm({ drill, close }: { drill?: Drill; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [kind, setKind] = useState<GridKind>('+');
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ name: drill?.name ?? '', n: String(drill?.n ?? USUAL), deckId: drill?.deckId ?? '' },
      ...{ courseId: drill?.courseId ?? '', lessonId: drill?.lessonId ?? '', facts: drill?.facts ?? [] },
    },
  });
  const { errors } = formState;
  const now = useWatch({ control }) as Values;
  const { facts } = now;
  const course = household.courses.find((c) => c.id === now.courseId);
  const chosen = new Set(facts.map((f) => f.ask));
  const choose = (some: readonly Fact[], into: boolean) => {
    const asks = new Set(some.map((f) => f.ask));
    const rest = facts.filter((f) => !asks.has(f.ask));
    const next = into ? [...rest, ...new Map(some.map((f) => [f.ask, f])).values()] : rest;
    setValue('facts', next, { shouldDirty: true, shouldValidate: formState.isSubmitted });
  };
  const keep = async (v: Values) => {
    const put: Drill = {
      ...{ id: drill?.id ?? newId(), name: v.name, n: Number(v.n), facts: v.deckId ? [] : v.facts },
      ...(v.deckId ? { deckId: v.deckId } : {}),
      ...(v.courseId ? { courseId: v.courseId } : {}),
      ...(v.courseId && v.lessonId ? { lessonId: v.lessonId } : {}),
    };
    if (await commit(`${v.name}: drill ${drill ? 'changed' : 'added'}`, [{ table: 'drills', put }])) close();
  };
  return (
    <FormDialog
      title={drill ? drill.name : 'A drill'}
      close={close}
      wide
      remove={drill && { table: 'drills', id: drill.id, name: drill.name }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <div className="grid gap-4 sm:grid-cols-3">
        <InputField label="Name" placeholder="sums to ten" fault={errors.name?.message} {...register('name')} />
        <NumberField label="Questions in one go" className="w-24" fault={errors.n?.message} {...register('n')} />
        <SelectField
          label="Asked from"
          options={[
            ['', 'facts chosen below'],
            ...household.decks.map((d) => [d.id, `the cards of ${d.name}`] as const),
          ]}
          {...register('deckId')}
        />
        <SelectField
          label="Of the course"
          options={[['', 'of no course'], ...courseOptions(household.courses)]}
          {...register('courseId')}
        />
        {course && (
          <ChoiceField
            label="Wanted from"
            hint="Its sheets of this lesson and those after it offer the drill."
            control={control}
            name="lessonId"
            options={lessonOptions(lessonsIn(course), 'any lesson')}
          />
        )}
      </div>
      {!now.deckId && (
        <>
          <div className="flex flex-wrap items-end gap-4">
            <SelectField
              label="Grid"
              options={GRIDS.map((k) => [k, GRID_WORDS[k]] as const)}
              value={kind}
              onChange={(e) => setKind(e.target.value as GridKind)}
            />
            <button type="button" className="btn" onClick={() => choose(factsIn(gridOf(kind)), true)}>
              All of this grid
            </button>
            <button type="button" className="btn" onClick={() => choose(factsIn(gridOf(kind)), false)}>
              None of it
            </button>
          </div>
          <FactGrid kind={kind} chosen={chosen} choose={choose} />
          <p role="status" className="text-soft">
            {count(facts.length, 'fact')} chosen. A press on a number at the edge takes all of its row or column.
          </p>
        </>
      )}
      <Fault of={errors.facts?.root ?? errors.facts} />
    </FormDialog>
  );
}
