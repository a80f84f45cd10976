import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { lessonsIn } from '../../core/course';
import { changeCard } from '../../core/deeds';
import { byId, type Card, type Deck } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChoiceField, lessonOptions } from '../ui/choice';
import { PictureField } from '../ui/picture';

interface Values {
  front: string;
  back: string;
  lessonId: string;
}
const side = string().defined().trim().max(500, 'A side of a card holds at most 500 letters.');
const schema: ObjectSchema<Values> = object({
  front: side.required('The front cannot be empty.'),
  back: side,
  lessonId: string().defined(),
});

/** One card: its sides, the lesson that introduces it, a small picture. */
export function CardForm({ card, deck, close }: { card: Card; deck: Deck; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const [picture, setPicture] = useState(card.picture);
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { front: card.front, back: card.back, lessonId: card.lessonId ?? '' },
  });
  const { errors } = formState;
  const course = deck.courseId ? byId(household.courses, deck.courseId) : undefined;
  const keep = async (v: Values) => {
    const change = { front: v.front, back: v.back, lessonId: v.lessonId || undefined, picture };
    if (await commit(`${v.front}: card changed`, (now) => changeCard(now, card.id, change))) close();
  };
  return (
    <FormDialog
      title={card.front}
      close={close}
      remove={{ table: 'cards', id: card.id, name: card.front }}
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <InputField label="Front" fault={errors.front?.message} {...register('front')} />
      <InputField label="Back" fault={errors.back?.message} {...register('back')} />
      {course && (
        <ChoiceField
          label="Introduced by"
          control={control}
          name="lessonId"
          options={lessonOptions(lessonsIn(course), 'no lesson in particular')}
        />
      )}
      <PictureField label="A picture" value={picture} change={setPicture} />
    </FormDialog>
  );
}
