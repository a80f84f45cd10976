import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import type { Layout } from '../../core/course';
import { WEEKDAY_NAMES, weekFrom } from '../ui/dates';
import { useHousehold } from '../shell/household';
import { InputField, NumberField, SelectField } from '../ui/field';
import type { CourseValues } from './course-values';

const LAYOUT_WORDS: Record<Layout, string> = {
  same: 'one lesson like the next',
  chapters: 'chapters or booklets of unequal length',
  tracks: 'numbered days on several tracks',
  strands: 'strands taken up in turn, left and taken up again',
};

/** How the lessons of a new course are laid out: the shape of the book in hand. */
export function LayoutFields({
  register,
  errors,
  now,
}: {
  register: UseFormRegister<CourseValues>;
  errors: FieldErrors<CourseValues>;
  now: CourseValues;
}) {
  const { household } = useHousehold();
  const number = { valueAsNumber: true };
  return (
    <div className="flex flex-col gap-4">
      <fieldset>
        <legend className="label mb-1">The book is</legend>
        <div className="flex flex-wrap gap-x-5">
          {(Object.keys(LAYOUT_WORDS) as Layout[]).map((l) => (
            <label key={l} className="flex min-h-touch items-center gap-2">
              <input type="radio" value={l} {...register('layout')} /> {LAYOUT_WORDS[l]}
            </label>
          ))}
        </div>
      </fieldset>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
        {now.layout === 'same' && (
          <>
            <NumberField label="How many lessons" fault={errors.lessons?.message} {...register('lessons', number)} />
            <NumberField
              label="Lessons in a unit"
              hint="0 for no units"
              fault={errors.lessonsPerUnit?.message}
              {...register('lessonsPerUnit', number)}
            />
          </>
        )}
        {now.layout === 'chapters' && (
          <>
            <InputField
              label="Lessons of each, in order"
              hint="like 6, 8, 5, 9"
              fault={errors.chapters?.message}
              box="col-span-2"
              {...register('chapters')}
              autoComplete="off"
            />
            <InputField
              label="The book calls these"
              hint="Chapter, Booklet …"
              fault={errors.unitWord?.message}
              {...register('unitWord')}
              placeholder="Chapter"
            />
          </>
        )}
        {now.layout === 'tracks' && (
          <InputField
            label="The tracks and their numbers"
            hint="like Reading 140, Sums 180"
            fault={errors.tracks?.message}
            box="col-span-2"
            {...register('tracks')}
            autoComplete="off"
          />
        )}
        {now.layout === 'strands' && (
          <>
            <InputField
              label="The strands, in order"
              hint="like Numbers, Shapes, Measures"
              fault={errors.strands?.message}
              box="col-span-2"
              {...register('strands')}
              autoComplete="off"
            />
            <NumberField
              label="Each comes round so many times"
              fault={errors.rounds?.message}
              {...register('rounds', number)}
            />
            <NumberField
              label="with so many lessons each time"
              fault={errors.strandLessons?.message}
              {...register('strandLessons', number)}
            />
          </>
        )}
        <InputField label="The book calls them" fault={errors.word?.message} {...register('word')} />
        <NumberField
          label="A test after every"
          hint="lessons; 0 for none"
          fault={errors.testEvery?.message}
          {...register('testEvery', number)}
        />
        <InputField
          label="or after just these lessons"
          hint="like 4, 9, 15"
          fault={errors.testsAfter?.message}
          {...register('testsAfter')}
          autoComplete="off"
        />
      </div>
      <details>
        <summary className="min-h-touch cursor-pointer py-2.5 font-semibold">
          A manual to read, a project, tests on one weekday
        </summary>
        <div className="grid grid-cols-2 gap-4 pt-2 sm:grid-cols-3">
          <NumberField
            label="Manual starts on page"
            hint="0 when there is none"
            fault={errors.firstPage?.message}
            {...register('firstPage', number)}
          />
          <NumberField
            label="Manual pages a lesson"
            fault={errors.pagesPerLesson?.message}
            {...register('pagesPerLesson', number)}
          />
          <NumberField
            label="Minutes to prepare a lesson"
            hint="the teacher’s, beforehand"
            fault={errors.prepare?.message}
            {...register('prepare', number)}
          />
          <InputField
            label="A project beside the lessons"
            hint="empty for none"
            fault={errors.project?.message}
            {...register('project')}
            placeholder="model of the lock"
          />
          <NumberField
            label="worked on so many times"
            fault={errors.projectSittings?.message}
            disabled={!now.project}
            {...register('projectSittings', number)}
          />
          <SelectField
            label="Tests only on"
            options={[
              [0, 'any weekday'],
              ...weekFrom(household.settings.firstDay).map((d) => [d, WEEKDAY_NAMES[d]] as const),
            ]}
            {...register('testWeekday', number)}
          />
        </div>
      </details>
    </div>
  );
}
