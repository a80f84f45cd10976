import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';

/** Puts a course file of another family on the shelf; what is wrong with the file is said, and nothing is stored. */
export function CourseFileButton() {
  const { household, commit } = useHousehold();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const { courseFileRows, readCourseFile } = await import('../../core/course-file');
    const read = readCourseFile(await file.text());
    if ('fault' in read) return setFault(`${file.name}: ${read.fault}`);
    const { course, materials, needs } = courseFileRows(household, read, newId);
    const done = await commit(`${course.title} put on the shelf from a file`, [
      { table: 'courses', put: course },
      ...materials.map((put) => ({ table: 'materials' as const, put })),
      ...needs.map((put) => ({ table: 'needs' as const, put })),
    ]);
    if (done) void navigate(`/shelf/${encodeURIComponent(course.id)}`);
  };
  return (
    <>
      <button type="button" className="btn" onClick={() => input.current?.click()}>
        From a course file
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Choose a course file"
        onChange={(e) => {
          setFault(undefined);
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      {fault && (
        <p role="alert" className="basis-full font-semibold">
          {fault}
        </p>
      )}
    </>
  );
}
