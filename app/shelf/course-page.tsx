import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { flatten } from '../../core/course';
import { byId, type Enrolment, whyKept } from '../../core/household';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { Contents } from './contents';
import { CourseForm } from './course-form';
import { EnrolmentForm } from './enrolment-form';
import { Proofs } from './proofs';
import { EnrolmentLine } from './shelf';

export default function CoursePage() {
  const { courseId = '' } = useParams();
  const { household, commit } = useHousehold();
  const navigate = useNavigate();
  const [editing, setEditing] = useState(false);
  const [enrolment, setEnrolment] = useState<Enrolment | 'new'>();
  const course = byId(household.courses, courseId);
  if (!course) {
    return (
      <>
        <h1>This course is not on the shelf</h1>
        <p className="py-4">
          <Link className="page-link" to="/shelf">
            Back to the shelf
          </Link>
        </p>
      </>
    );
  }
  const enrolments = household.enrolments.filter((e) => e.courseId === course.id);
  const kept = whyKept(household, 'courses', course.id);
  const remove = async () => {
    const needs = household.needs
      .filter((n) => n.courseId === course.id)
      .map((n) => ({ table: 'needs' as const, remove: n.id }));
    if (await commit(`${course.title} removed`, [...needs, { table: 'courses', remove: course.id }]))
      void navigate('/shelf');
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <div className="min-w-0">
          <h1 className="wrap-break-word">{course.title}</h1>
          <p className="text-soft wrap-break-word">
            {[course.level, course.publisher, course.edition].filter(Boolean).join(' · ')}
            {' · '}
            {count(
              course.units.reduce((n, u) => n + u.lessons.length, 0),
              'lesson',
            )}
            , {count(flatten(course).length, 'step')}
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
      <section className="double-rule pt-3 pb-5" aria-labelledby="taken">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h2 id="taken">Who takes it</h2>
          <button
            type="button"
            className={enrolments.length === 0 ? 'btn btn-strong' : 'btn'}
            onClick={() => setEnrolment('new')}
          >
            Begin it with somebody
          </button>
        </div>
        {enrolments.length === 0 && <p className="text-soft">Nobody yet. Until somebody does, it is not planned.</p>}
        <ul>
          {enrolments.map((e) => (
            <li key={e.id} className="flex items-center gap-3 border-b border-rule py-1.5">
              <div className="flex-1">
                <EnrolmentLine enrolment={e} />
              </div>
              <button type="button" className="btn" onClick={() => setEnrolment(e)}>
                Change
              </button>
            </li>
          ))}
        </ul>
      </section>
      <Proofs enrolments={enrolments} />
      <Contents course={course} />
      {editing && <CourseForm course={course} close={() => setEditing(false)} />}
      {enrolment && (
        <EnrolmentForm
          course={course}
          enrolment={enrolment === 'new' ? undefined : enrolment}
          close={() => setEnrolment(undefined)}
        />
      )}
    </div>
  );
}
