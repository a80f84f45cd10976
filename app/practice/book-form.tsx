import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { boolean, object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { readIsbn } from '../../core/course';
import { saveBook } from '../../core/deeds';
import { childrenAhead, type Book, READING_KINDS, type ReadingKind } from '../../core/household';
import { READING_WORDS } from '../../core/reading';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { PeoplePicker } from '../ui/people-picker';

interface Values {
  title: string;
  author: string;
  isbn: string;
  level: string;
  pages: string;
  kind: string;
  minutes: string;
  regular: string;
  irregular: string;
  questions: string;
  closed: boolean;
}
const words = (most: number) => string().defined().trim().max(most, `Keep it under ${most} letters.`);
const schema: ObjectSchema<Values> = object({
  title: string().trim().required('Give the book’s title.').max(200, 'Keep the title under 200 letters.'),
  author: words(200),
  isbn: string()
    .defined()
    .trim()
    .test('isbn', function (v) {
      const read = v === '' ? undefined : readIsbn(v);
      return read && 'fault' in read ? this.createError({ message: read.fault }) : true;
    }),
  level: words(60),
  pages: string()
    .defined()
    .trim()
    .test(
      'pages',
      'Give its pages, from 1 to 20,000, or leave it empty.',
      (v) => v === '' || (/^\d+$/.test(v) && Number(v) >= 1 && Number(v) <= 20_000),
    ),
  kind: string().defined(),
  minutes: string()
    .defined()
    .trim()
    .test('minutes', 'Give whole minutes from 1 to 600.', (v) => /^\d+$/.test(v) && Number(v) >= 1 && Number(v) <= 600),
  regular: words(5000),
  irregular: words(5000),
  questions: words(5000),
  closed: boolean().defined(),
});

/** A book that is read: by whom, how as a rule, and the words and questions of a sitting in stages. */
export function BookForm({ book, close }: { book?: Book; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const [childIds, setChildIds] = useState(
    book?.childIds ??
      childrenAhead(household, today)
        .slice(0, 1)
        .map((c) => c.id),
  );
  const [fault, setFault] = useState<string>();
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      ...{ title: book?.title ?? '', author: book?.author ?? '', isbn: book?.isbn ?? '', level: book?.level ?? '' },
      ...{ pages: book?.pages === undefined ? '' : String(book.pages), kind: book?.kind ?? 'matched' },
      ...{ minutes: String(book?.minutes ?? 15), regular: book?.regular ?? '', irregular: book?.irregular ?? '' },
      ...{ questions: book?.questions ?? '', closed: book?.closed !== undefined },
    },
  });
  const { errors } = formState;
  const keep = async (v: Values) => {
    if (childIds.length === 0) return setFault('Choose who reads it, or to whom it is read.');
    const isbn = v.isbn ? readIsbn(v.isbn) : undefined;
    const put: Book = {
      ...{ id: book?.id ?? newId(), title: v.title, childIds, kind: v.kind as ReadingKind, minutes: Number(v.minutes) },
      ...(v.author ? { author: v.author } : {}),
      ...(isbn && 'isbn' in isbn ? { isbn: isbn.isbn } : {}),
      ...(v.level ? { level: v.level } : {}),
      ...(v.pages ? { pages: Number(v.pages) } : {}),
      ...(v.regular ? { regular: v.regular } : {}),
      ...(v.irregular ? { irregular: v.irregular } : {}),
      ...(v.questions ? { questions: v.questions } : {}),
      ...(v.closed ? { closed: book?.closed ?? fromDay(today) } : {}),
    };
    if (await commit(`${v.title}: book kept`, saveBook(put))) close();
  };
  return (
    <FormDialog
      title={book ? book.title : 'A book'}
      close={close}
      wide
      remove={book && { table: 'books', id: book.id, name: book.title }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <InputField label="Title" fault={errors.title?.message} {...register('title')} />
        <InputField label="By" fault={errors.author?.message} {...register('author')} />
        <InputField label="ISBN" fault={errors.isbn?.message} {...register('isbn')} />
        <InputField label="Level" fault={errors.level?.message} {...register('level')} />
      </div>
      <PeoplePicker
        legend="Read by, or to"
        people={childrenAhead(household, today, book?.childIds)}
        value={childIds}
        onChange={setChildIds}
      />
      <div className="grid gap-4 sm:grid-cols-3">
        <SelectField
          label="As a rule it is"
          options={READING_KINDS.map((k) => [k, READING_WORDS[k]] as const)}
          {...register('kind')}
        />
        <NumberField
          label="Minutes a sitting"
          className="w-24"
          fault={errors.minutes?.message}
          {...register('minutes')}
        />
        <NumberField label="Pages" className="w-24" fault={errors.pages?.message} {...register('pages')} />
      </div>
      <p className="label">For a sitting in stages, a line each</p>
      <div className="grid gap-4 sm:grid-cols-3">
        <Field label="Words that follow the rules" fault={errors.regular?.message}>
          {(p) => <textarea {...p} rows={4} {...register('regular')} />}
        </Field>
        <Field label="Words that do not" fault={errors.irregular?.message}>
          {(p) => <textarea {...p} rows={4} {...register('irregular')} />}
        </Field>
        <Field label="Questions" fault={errors.questions?.message}>
          {(p) => <textarea {...p} rows={4} {...register('questions')} />}
        </Field>
      </div>
      <label className="flex min-h-touch items-center gap-2">
        <input type="checkbox" {...register('closed')} /> it is read to the end, or laid aside
      </label>
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
    </FormDialog>
  );
}
