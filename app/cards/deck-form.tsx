import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { boolean, object, type ObjectSchema, string } from 'yup';
import { factsOf, OPERATIONS, QUICK, readCards } from '../../core/cards';
import { lessonsIn } from '../../core/course';
import { addCards, saveDeck } from '../../core/deeds';
import { CARD_KINDS, type Deck } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { courseOptions } from '../ui/course-options';
import { Field, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { ChoiceField, lessonOptions } from '../ui/choice';
import { DeckCards } from './deck-cards';
import { count } from '../ui/words';

interface Values {
  name: string;
  courseId: string;
  lessonId: string;
  daily: string;
  byHand: boolean;
  quick: string;
  kind: string;
  lines: string;
  operation: string;
  first: string;
  second: string;
}
const whole = (words: string, most: number) =>
  string()
    .defined()
    .trim()
    .test('whole', words, (v) => /^\d+$/.test(v) && Number(v) >= 1 && Number(v) <= most);
const readQuick = (text: string) => Number(text.trim().replace(',', '.'));
const RANGE = /^(\d{1,2})\s*[-–]\s*(\d{1,2})$/;
/** Of a grid only where one is chosen. */
const range = string()
  .defined()
  .trim()
  .when('operation', ([operation], plain) =>
    operation
      ? plain.test('range', 'Give two numbers up to 20, like 2–9.', (v = '') => {
          const [, a, b] = RANGE.exec(v) ?? [];
          return a !== undefined && Number(a) <= Number(b) && Number(b) <= 20;
        })
      : plain,
  );
const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give the deck a name.').max(200, 'Keep the name under 200 letters.'),
  courseId: string().defined(),
  lessonId: string().defined(),
  daily: whole('Give how many cards a day, from 1 to 500.', 500),
  byHand: boolean().defined(),
  quick: string()
    .defined()
    .trim()
    .test('quick', 'Give seconds a word, like 2 or 1.5.', (v) => /^\d{1,2}([.,]\d)?$/.test(v) && readQuick(v) >= 0.1),
  kind: string().defined(),
  lines: string().defined().max(200_000, 'That is more than a deck holds: paste it in parts.'),
  operation: string().defined(),
  first: range,
  second: range,
});
const pair = (text: string): [number, number] => {
  const [, a, b] = RANGE.exec(text.trim()) ?? [];
  return [Number(a), Number(b)];
};

/** A deck, and cards put into it: pasted as lines, or made from a grid of facts. */
export function DeckForm({ deck, close }: { deck?: Deck; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ name: deck?.name ?? '', courseId: deck?.courseId ?? '', lessonId: '', daily: String(deck?.daily ?? 5) },
      ...{ byHand: deck?.byHand ?? false, quick: String(deck?.quick ?? QUICK) },
      ...{ kind: '', lines: '', operation: '', first: '2–9', second: '2–9' },
    },
  });
  const { errors } = formState;
  const now = useWatch({ control });
  const course = household.courses.find((c) => c.id === now.courseId);
  const operation = OPERATIONS.find((o) => o === now.operation);
  const facts =
    operation && RANGE.test((now.first ?? '').trim()) && RANGE.test((now.second ?? '').trim())
      ? factsOf(operation, pair(now.first!), pair(now.second!))
      : [];
  const coming = [...readCards(now.lines ?? ''), ...facts];
  const keep = async (v: Values) => {
    const put: Deck = {
      ...{ id: deck?.id ?? newId(), name: v.name, daily: Number(v.daily) },
      ...(v.courseId ? { courseId: v.courseId } : {}),
      ...(v.byHand ? { byHand: true } : {}),
      ...(readQuick(v.quick) === QUICK ? {} : { quick: readQuick(v.quick) }),
    };
    const kind = CARD_KINDS.find((k) => k === v.kind);
    const kept = await commit(`${v.name}: ${deck ? 'changed' : 'added'}`, (state) => {
      const rows = saveDeck(put);
      const withIt = { ...state, decks: [...state.decks.filter((d) => d.id !== put.id), put] };
      const more = {
        ...(kind ? { kind } : {}),
        ...(v.courseId && v.lessonId ? { courseId: v.courseId, lessonId: v.lessonId } : {}),
      };
      return [...rows, ...addCards(withIt, put.id, coming, more)];
    });
    if (kept) close();
  };
  return (
    <FormDialog
      title={deck ? deck.name : 'A deck'}
      close={close}
      wide
      remove={deck && { table: 'decks', id: deck.id, name: deck.name }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <div className="grid gap-4 sm:grid-cols-3">
        <InputField label="Name" fault={errors.name?.message} {...register('name')} />
        <SelectField
          label="Of the course"
          options={[['', 'of no course'], ...courseOptions(household.courses)]}
          {...register('courseId')}
        />
        <NumberField label="Cards a day" className="w-24" fault={errors.daily?.message} {...register('daily')} />
      </div>
      <div className="flex flex-wrap items-end gap-4">
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('byHand')} /> I choose by hand which are asked; otherwise the likeliest
          forgotten
        </label>
        <NumberField
          decimal
          label="As a word list, quick at seconds a word"
          className="w-24"
          fault={errors.quick?.message}
          {...register('quick')}
        />
      </div>
      <Field
        label="Cards, a line each"
        hint="Front and back with “ = ”, a tab or a semicolon between them."
        fault={errors.lines?.message}
      >
        {(p) => <textarea {...p} rows={6} {...register('lines')} />}
      </Field>
      <div className="grid gap-4 sm:grid-cols-3">
        <SelectField
          label="What they are"
          options={[['', 'not said'], ...CARD_KINDS.map((k) => [k, k] as const)]}
          {...register('kind')}
        />
        {course && (
          <ChoiceField
            label="Introduced by"
            control={control}
            name="lessonId"
            options={lessonOptions(lessonsIn(course), 'no lesson in particular')}
          />
        )}
      </div>
      <fieldset className="flex flex-wrap items-end gap-4">
        <legend className="label mb-1">Or the facts of a grid</legend>
        <SelectField
          label="Which"
          options={[['', 'none'], ...OPERATIONS.map((o) => [o, o] as const)]}
          {...register('operation')}
        />
        <InputField label="First numbers" className="w-24" fault={errors.first?.message} {...register('first')} />
        <InputField label="Second numbers" className="w-24" fault={errors.second?.message} {...register('second')} />
      </fieldset>
      {coming.length > 0 && (
        <p role="status">{count(coming.length, 'card')} to come; one that is there already stays as it is.</p>
      )}
      {deck && <DeckCards deck={deck} />}
    </FormDialog>
  );
}
