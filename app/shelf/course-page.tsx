import { lazy, Suspense, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { contentsWords } from '../../core/course';
import { byId, whyKept } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Bought } from './bought';
import { Contents } from './contents';
import { CourseForm } from './course-form';
import { Enrolments } from './enrolments';
import { Making } from './making';
import { NoCourse } from './no-course';
import { Proofs } from './proofs';
import { Rhythms } from './rhythms';
import { Verdicts } from './verdicts';
import { Scores } from './scores';

const CourseForecast = lazy(() => import('../forecast/course-forecast'));

export default function CoursePage() {
  const { courseId = '' } = useParams();
  const { household, whole, remove: takeAway } = useHousehold();
  const navigate = useNavigate();
  const [editing, setEditing] = useState(false);
  const course = byId(household.courses, courseId);
  if (!course) return <NoCourse />;
  const enrolments = household.enrolments.filter((e) => e.courseId === course.id);
  const kept = !whole || whyKept(household, 'courses', course.id);
  const remove = async () => {
    if (await takeAway(`${course.title} removed`, 'courses', course.id)) void navigate('/shelf');
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <div className="min-w-0">
          <h1 className="wrap-break-word">{course.title}</h1>
          <p className="text-soft wrap-break-word">
            {[course.level, course.publisher, course.edition, contentsWords(course.units)].filter(Boolean).join(' · ')}
          </p>
        </div>
        <span className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Title, minutes, presence
          </button>
          {!kept && (
            <button type="button" className="btn" onClick={() => void remove()}>
              Remove
            </button>
          )}
        </span>
      </div>
      <Enrolments course={course} />
      <Suspense>
        <CourseForecast course={course} />
      </Suspense>
      <Verdicts courseId={course.id} />
      <Scores enrolments={enrolments} />
      <Proofs enrolments={enrolments} />
      <Bought course={course} />
      <Making course={course} />
      <Rhythms course={course} />
      <Contents course={course} />
      {editing && <CourseForm course={course} close={() => setEditing(false)} />}
    </div>
  );
}
