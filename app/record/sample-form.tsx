import { yupResolver } from '@hookform/resolvers/yup';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { fromDay, isIsoDate } from '../../core/calendar';
import { lessonsIn } from '../../core/course';
import { keepSample } from '../../core/deeds';
import { byId, type Child, type Sample, titleOf } from '../../core/household';
import { picturesOf } from '../../store';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateControl } from '../ui/date-control';
import { todayHere } from '../ui/dates';
import { byFaults } from '../ui/faults';
import { InputField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { ChoiceField, lessonOptions } from '../ui/choice';
import { PictureField, workPicture } from '../ui/picture';
import { WorkPicture } from './work-picture';

interface Values {
  date: string;
  /** Empty: of no course, of no lesson in particular. */
  courseId: string;
  lessonId: string;
  words: string;
  folder: string;
  picture: string;
}
const schema: ObjectSchema<Values> = object({
  date: string().defined().test('day', 'Give the day of the work.', isIsoDate),
  courseId: string().defined(),
  lessonId: string().defined(),
  words: string().trim().max(500, 'Keep it under 500 letters.').defined(),
  folder: string().trim().max(200, 'Keep it under 200 letters.').defined(),
  picture: string().defined(),
}).test(
  'something',
  byFaults<Values>(({ words, folder, picture }) => ({
    words: words || folder || picture ? undefined : 'Say what it is, or add a picture, or where the paper lies.',
  })),
);

/** A sample of a child’s work: of which course, when, a picture of it or where the paper lies. */
export function SampleForm({ sample, child, close }: { sample?: Sample; child: Child; close: () => void }) {
  const { household, today, which } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      date: sample?.date ?? fromDay(today),
      courseId: sample?.courseId ?? '',
      lessonId: sample?.lessonId ?? '',
      words: sample?.words ?? '',
      folder: sample?.folder ?? '',
      picture: sample?.picture ?? '',
    },
  });
  const { errors } = formState;
  const courseId = useWatch({ control, name: 'courseId' });
  const courses = [
    ...new Set(household.enrolments.filter((e) => e.childIds.includes(child.id)).map((e) => e.courseId)),
  ];
  const keep = handleSubmit(async ({ date, courseId, lessonId, words, folder, picture }) => {
    const put: Sample = {
      ...{ id: sample?.id ?? newId(), childId: child.id, date, words },
      ...(courseId ? { courseId } : {}),
      ...(courseId && lessonId ? { lessonId } : {}),
      ...(folder ? { folder } : {}),
      ...(picture ? { picture } : {}),
    };
    if (await commit(`${child.name}: sample kept`, keepSample(put))) close();
  });
  return (
    <FormDialog
      title={`A sample of ${child.name}’s work`}
      close={close}
      remove={sample && { table: 'samples', id: sample.id, name: sample.words || 'sample' }}
      onSubmit={(e) => void keep(e)}
    >
      <InputField
        label="What it is"
        maxLength={500}
        placeholder="a page of copywork"
        fault={errors.words?.message}
        {...register('words')}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <SelectField
          label="Of the course"
          options={[['', 'of none'], ...courses.map((id) => [id, titleOf(household, id)] as const)]}
          {...register('courseId', { onChange: () => setValue('lessonId', '') })}
        />
        {courseId && (
          <ChoiceField
            label="Lesson"
            options={lessonOptions(lessonsIn(byId(household.courses, courseId)), 'none in particular')}
            control={control}
            name="lessonId"
          />
        )}
        <DateControl label="Made on" control={control} name="date" fault={errors.date?.message} />
        <InputField
          label="The paper lies in (may be empty)"
          maxLength={200}
          placeholder="folder 2"
          fault={errors.folder?.message}
          {...register('folder')}
        />
      </div>
      <Controller
        control={control}
        name="picture"
        render={({ field }) => (
          <PictureField
            label="A picture of it"
            value={field.value || undefined}
            change={(picture) => field.onChange(picture ?? '')}
            make={async (file) => {
              const made = await workPicture(file);
              return 'fault' in made ? made : picturesOf(which).put(made, fromDay(todayHere()));
            }}
            show={(value) => <WorkPicture picture={value} alt="" className="max-h-48 max-w-full object-contain" />}
          />
        )}
      />
      <p className="text-note text-soft">
        A picture is drawn anew, at most 1,600 pixels long: nothing of the place or the device stays in it.
      </p>
    </FormDialog>
  );
}
