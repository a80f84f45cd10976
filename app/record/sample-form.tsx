import { useState } from 'react';
import { fromDay, isIsoDate } from '../../core/calendar';
import { lessonsIn } from '../../core/course';
import { keepSample } from '../../core/deeds';
import { byId, type Child, type Sample, titleOf } from '../../core/household';
import { picturesOf } from '../../store';
import { useFormCommit, useHousehold } from '../shell/household';
import { DateField } from '../ui/date-field';
import { todayHere } from '../ui/dates';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { Choice, lessonOptions } from '../ui/choice';
import { PictureField, workPicture } from '../ui/picture';
import { WorkPicture } from './work-picture';

/** A sample of a child’s work: of which course, when, a picture of it or where the paper lies. */
export function SampleForm({ sample, child, close }: { sample?: Sample; child: Child; close: () => void }) {
  const { household, today, which } = useHousehold();
  const commit = useFormCommit();
  const [date, setDate] = useState<string>(sample?.date ?? fromDay(today));
  const [courseId, setCourse] = useState(sample?.courseId ?? '');
  const [lessonId, setLesson] = useState(sample?.lessonId ?? '');
  const [words, setWords] = useState(sample?.words ?? '');
  const [folder, setFolder] = useState(sample?.folder ?? '');
  const [picture, setPicture] = useState(sample?.picture);
  const [fault, setFault] = useState<string>();
  const courses = [
    ...new Set(household.enrolments.filter((e) => e.childIds.includes(child.id)).map((e) => e.courseId)),
  ];
  const keep = async () => {
    if (!isIsoDate(date)) return setFault('Give the day of the work.');
    const put: Sample = {
      ...{ id: sample?.id ?? newId(), childId: child.id, date, words },
      ...(courseId ? { courseId } : {}),
      ...(courseId && lessonId ? { lessonId } : {}),
      ...(folder.trim() ? { folder: folder.trim() } : {}),
      ...(picture ? { picture } : {}),
    };
    const rows = keepSample(put);
    if (rows.length === 0) return setFault('Say what it is, or add a picture, or where the paper lies.');
    if (await commit(`${child.name}: sample kept`, rows)) close();
  };
  return (
    <FormDialog
      title={`A sample of ${child.name}’s work`}
      close={close}
      remove={sample && { table: 'samples', id: sample.id, name: sample.words || 'sample' }}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <InputField
        label="What it is"
        maxLength={500}
        placeholder="a page of copywork"
        fault={fault}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Of the course">
          {(p) => (
            <select
              {...p}
              value={courseId}
              onChange={(e) => {
                setCourse(e.target.value);
                setLesson('');
              }}
            >
              <option value="">of none</option>
              {courses.map((id) => (
                <option key={id} value={id}>
                  {titleOf(household, id)}
                </option>
              ))}
            </select>
          )}
        </Field>
        {courseId && (
          <Field label="Lesson">
            {(p) => (
              <Choice
                {...p}
                options={lessonOptions(lessonsIn(byId(household.courses, courseId)), 'none in particular')}
                value={lessonId}
                onChange={setLesson}
              />
            )}
          </Field>
        )}
        <DateField label="Made on" value={date} onChange={setDate} />
        <InputField
          label="The paper lies in (may be empty)"
          maxLength={200}
          placeholder="folder 2"
          value={folder}
          onChange={(e) => setFolder(e.target.value)}
        />
      </div>
      <PictureField
        label="A picture of it"
        value={picture}
        change={setPicture}
        make={async (file) => {
          const made = await workPicture(file);
          return 'fault' in made ? made : picturesOf(which).put(made, fromDay(todayHere()));
        }}
        show={(value) => <WorkPicture picture={value} alt="" className="max-h-48 max-w-full object-contain" />}
      />
      <p className="text-note text-soft">
        A picture is drawn anew, at most 1,600 pixels long: nothing of the place or the device stays in it.
      </p>
    </FormDialog>
  );
}
