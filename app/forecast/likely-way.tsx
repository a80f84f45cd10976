import { lazy, Suspense } from 'react';
import { forecastWords, groundWords } from '../../core/forecast';
import type { Enrolment } from '../../core/household';
import { takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { useForecast } from './use-forecast';

const Fan = lazy(() => import('./fan').then((m) => ({ default: m.Fan })));

/** How one course is likely to go, in words and as a fan; nothing while nothing can be foretold of it. */
export default function LikelyWay({ enrolment }: { enrolment: Enrolment }) {
  const { household, today } = useHousehold();
  const { told } = useForecast(enrolment.courseId);
  const own = told?.courses.find((f) => f.enrolmentId === enrolment.id);
  if (!own) return null;
  const style = household.settings.dateStyle;
  return (
    <div className="pb-2">
      <p className="wrap-anywhere first-letter:uppercase">
        {forecastWords(style, own, today)}. <span className="text-soft">({groundWords(household, own)})</span>
      </p>
      <Suspense>
        <Fan course={own} today={today} style={style} name={takingName(household, enrolment.id, today)} />
      </Suspense>
    </div>
  );
}
