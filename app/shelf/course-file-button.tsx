import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useHousehold } from '../shell/household';
import { readCourseFileFile } from '../../worker/files';
import { FileProgress, useFileReading } from '../ui/file-progress';
import { newId } from '../ui/id';

/** Puts course files of another family on the shelf, one or many; what is wrong with one is said, and nothing of it is stored. */
export function CourseFileButton() {
  const { commit } = useHousehold();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<string>();
  const reading = useFileReading();
  const take = async (file: File, alone: boolean) => {
    const { courseFileRows } = await import('../../core/course-file');
    const read = await reading.read((watch) => readCourseFileFile(file, watch));
    if ('fault' in read) {
      setFault((was) => [was, `${file.name}: ${read.fault}`].filter(Boolean).join(' '));
      return;
    }
    let id = '';
    const done = await commit(`${read.course.title} put on the shelf from a file`, (now) => {
      const { course, materials, needs } = courseFileRows(now, read, newId);
      ({ id } = course);
      return [
        { table: 'courses', put: course },
        ...materials.map((put) => ({ table: 'materials' as const, put })),
        ...needs.map((put) => ({ table: 'needs' as const, put })),
      ];
    });
    if (done && alone) void navigate(`/shelf/${encodeURIComponent(id)}`);
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
        multiple
        onChange={(e) => {
          setFault(undefined);
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          void (async () => {
            for (const file of files) await take(file, files.length === 1);
          })();
        }}
      />
      <FileProgress reading={reading} />
      {fault && (
        <p role="alert" className="basis-full font-semibold">
          {fault}
        </p>
      )}
    </>
  );
}
