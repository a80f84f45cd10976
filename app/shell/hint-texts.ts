/** What somebody who opens a view for the first time should know of it, in two sentences at most; by the address it stands at. */
export const HINTS: Readonly<Record<string, string>> = {
  '/': 'Press a step’s circle, or its box in the drawing, when it is done; the menu beside it has known, partly, again and the rest. What is left unmarked is asked about the next day, and moves by itself.',
  '/week':
    'Red and underlined is a new lesson. Drag a lesson to another day, or send it there by its menu; “Publish and print” holds the week, so that the plan no longer moves it.',
  '/year':
    'Each box is a school day. Choose what pressing or dragging will do, and see what it does to every course before you let it stand.',
  '/shelf':
    'A course is a book and who takes it. Add one course at a time, or the whole shelf on one sheet with the week that comes of it beside.',
  '/materials':
    'What the coming lessons use is counted here: what goes into this week’s box, what will be missing, and the day by which to order it.',
  '/record':
    'Everything that was marked, day by day. Correct a line here, and every figure that is drawn from it follows.',
  '/household':
    'Children, teachers and their hours, and how your family does things. The planner gives nobody more than stands here.',
  '/keeping':
    'All you enter stays in this browser and nowhere else. A backup file, made now and then, brings it back when a browser or a machine is lost, or takes it to another device.',
  '/sit-down':
    'The planning evening: each child, what is left from last week, what comes, what to get out. Nothing here has to be filled in.',
  '/cards':
    'Cards come up when they are nearly forgotten. An answer takes one press; a deck can hold a lesson back until it is mastered.',
  '/year/courses':
    'Each row is a course over the year: filled is done, open is to come. Press a course for its units, and drag a unit to another week.',
  '/year/forecast':
    'When each course is likely to end, from what was really done. The wider the grey, the less is known yet.',
  '/year/what-if':
    'Try a change on a copy: six weeks away, a new course, an hour less. Nothing of it touches your household until you keep it.',
  '/year/attendance':
    'A day with marked work counts by itself. Press a day to say otherwise; how many days your law wants is for you to look up.',
  '/shelf/new/rows':
    'A row is a book. Choose a lesson by its picture, or paste rows from a spreadsheet; each can be opened as a full course later.',
};

/** Those that speak of what there is to see once a school year is set up and somebody takes a course: on a blank page it is not there yet. */
export const LATER: ReadonlySet<string> = new Set([
  ...['/', '/week', '/sit-down', '/record'],
  ...['/year', '/year/courses', '/year/forecast', '/year/attendance'],
]);
