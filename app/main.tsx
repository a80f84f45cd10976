import { setNonce } from 'get-nonce';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import './theme/theme.css';
import { AllFallen } from './shell/fallen';
import { Frame } from './shell/frame';
import { HouseholdProvider } from './shell/household';
import { PlanProvider } from './shell/plan';
import { Whole } from './shell/whole';
import { isMissing, watchMissing } from './shell/missing';
import { watchUpdates } from './shell/updates';
import { Today } from './today/today';
import { useHanded } from './child/handed';

// Dialogs add a style sheet while they are open; the page's policy lets it in by this number alone.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
if (nonce) setNonce(nonce);

const Week = lazy(() => import('./week/week'));
const Year = lazy(() => import('./year/year'));
const OwnView = lazy(() => import('./child/own-view'));
const ChildPage = lazy(() => import('./child/child-page'));
const YearCourses = lazy(() => import('./year/courses-page'));
const Attendance = lazy(() => import('./year/attendance-page'));
const Outside = lazy(() => import('./year/outside-page'));
const Shelf = lazy(() => import('./shelf/shelf'));
const ShelfRows = lazy(() => import('./shelf/rows-page'));
const PastePage = lazy(() => import('./shelf/paste-page'));
const Together = lazy(() => import('./shelf/together'));
const ContentsSheet = lazy(() => import('./shelf/sheet-page'));
const CoursePage = lazy(() => import('./shelf/course-page'));
const Materials = lazy(() => import('./materials/materials'));
const ForecastPage = lazy(() => import('./forecast/forecast-page'));
const WhatIfPage = lazy(() => import('./trial/what-if-page'));
const CardsPage = lazy(() => import('./cards/cards-page'));
const CardsPrint = lazy(() => import('./cards/print-page'));
const PortfolioPage = lazy(() => import('./record/portfolio-page'));
const YearEnd = lazy(() => import('./year/year-end-page'));
const ChartsPage = lazy(() => import('./record/charts-page'));
const VerdictsPage = lazy(() => import('./record/verdicts-page'));
const GamePage = lazy(() => import('./cards/game-page'));
const MemoryPage = lazy(() => import('./practice/memory-page'));
const ReadingBooks = lazy(() => import('./practice/reading-page'));
const SitDown = lazy(() => import('./sitdown/sit-down'));
const ReadingList = lazy(() => import('./sitdown/reading-page'));
const ThingsSheet = lazy(() => import('./materials/sheet-page'));
const Labels = lazy(() => import('./materials/labels-page'));
const Record = lazy(() => import('./record/record'));
const HouseholdPage = lazy(() => import('./household/household-page'));
const TeacherPage = lazy(() => import('./week/teacher-page'));
const WaysPage = lazy(() => import('./household/ways-page'));
const Keeping = lazy(() => import('./keep/keeping'));

watchMissing();
void watchUpdates();

createRoot(document.getElementById('root')!, {
  // What could not be fetched is said on the page, and is no fault of the program; a page that is being left breaks off its fetching too.
  onCaughtError: (error) => {
    if (!isMissing(error)) console.error(error);
  },
}).render(
  <StrictMode>
    <ErrorBoundary FallbackComponent={AllFallen}>
      <HouseholdProvider>
        <PlanProvider>
          <Doors />
        </PlanProvider>
      </HouseholdProvider>
    </ErrorBoundary>
  </StrictMode>,
);

/** All pages; or, while a child has the device, that child's own and no other, whatever the address says. */
function Doors() {
  const handed = useHanded();
  if (handed)
    return (
      <Suspense>
        <OwnView handed={handed} />
      </Suspense>
    );
  return (
    <BrowserRouter>
      <Routes>
        <Route element={<Frame />}>
          <Route path="/" element={<Today />} />
          <Route path="/week" element={<Week />} />
          <Route path="/year" element={<Year />} />
          <Route path="/year/courses" element={<YearCourses />} />
          <Route
            path="/year/forecast"
            element={
              <Whole>
                <ForecastPage />
              </Whole>
            }
          />
          <Route
            path="/year/what-if"
            element={
              <Whole>
                <WhatIfPage />
              </Whole>
            }
          />
          <Route path="/year/attendance" element={<Attendance />} />
          <Route path="/year/outside" element={<Outside />} />
          <Route
            path="/cards"
            element={
              <Whole>
                <CardsPage />
              </Whole>
            }
          />
          <Route path="/cards/print/:deckId" element={<CardsPrint />} />
          <Route
            path="/cards/game/:ritualId"
            element={
              <Whole>
                <GamePage />
              </Whole>
            }
          />
          <Route
            path="/memory"
            element={
              <Whole>
                <MemoryPage />
              </Whole>
            }
          />
          <Route
            path="/reading"
            element={
              <Whole>
                <ReadingBooks />
              </Whole>
            }
          />
          <Route
            path="/sit-down"
            element={
              <Whole>
                <SitDown />
              </Whole>
            }
          />
          <Route path="/sit-down/reading" element={<ReadingList />} />
          <Route path="/shelf" element={<Shelf />} />
          <Route path="/shelf/new/rows" element={<ShelfRows />} />
          <Route path="/shelf/new/contents" element={<PastePage />} />
          <Route path="/shelf/together" element={<Together />} />
          <Route path="/shelf/:courseId/sheet" element={<ContentsSheet />} />
          <Route path="/shelf/:courseId" element={<CoursePage />} />
          <Route
            path="/materials"
            element={
              <Whole>
                <Materials />
              </Whole>
            }
          />
          <Route
            path="/materials/sheet"
            element={
              <Whole>
                <ThingsSheet />
              </Whole>
            }
          />
          <Route
            path="/materials/labels"
            element={
              <Whole>
                <Labels />
              </Whole>
            }
          />
          <Route
            path="/record"
            element={
              <Whole>
                <Record />
              </Whole>
            }
          />
          <Route
            path="/year/end"
            element={
              <Whole>
                <YearEnd />
              </Whole>
            }
          />
          <Route
            path="/record/charts"
            element={
              <Whole>
                <ChartsPage />
              </Whole>
            }
          />
          <Route path="/record/verdicts" element={<VerdictsPage />} />
          <Route
            path="/portfolio/:childId"
            element={
              <Whole>
                <PortfolioPage />
              </Whole>
            }
          />
          <Route path="/child/:childId" element={<ChildPage />} />
          <Route
            path="/teacher/:teacherId"
            element={
              <Whole>
                <TeacherPage />
              </Whole>
            }
          />
          <Route path="/household" element={<HouseholdPage />} />
          <Route path="/household/ways" element={<WaysPage />} />
          <Route
            path="/keeping"
            element={
              <Whole>
                <Keeping />
              </Whole>
            }
          />
          <Route path="*" element={<NoSuchPage />} />
        </Route>
      </Routes>
    </BrowserRouter>
  );
}

function NoSuchPage() {
  return (
    <>
      <h1>There is no such page</h1>
      <p className="py-4">
        <Link className="page-link" to="/">
          Go to Today
        </Link>
      </p>
    </>
  );
}
