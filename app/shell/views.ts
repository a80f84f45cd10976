/** The views in the order of the navigation; their number is also their key. */
export const VIEWS = [
  ['/', 'Today'],
  ['/week', 'Week'],
  ['/year', 'Year'],
  ['/shelf', 'Shelf'],
  ['/materials', 'Materials'],
  ['/record', 'Record'],
  ['/household', 'Household'],
  ['/keeping', 'Backup'],
] as const;

/**
 * What is done on a page, by the words of the button that does it: the command list goes there and presses it, or, where it
 * acts at once and asks nothing, puts the focus on it.
 */
export const DEEDS: readonly (readonly [to: string, button: string, how?: 'focus'])[] = [
  ['/', 'Change of plan', 'focus'],
  ['/week', 'Publish and print', 'focus'],
  ['/year', 'Change the year'],
  ['/year', 'Another year'],
  ['/year', 'What is required'],
  ['/year/outside', 'Add a class, a trip'],
  ['/year/outside', 'Add sick days'],
  ['/year/outside', 'Read a calendar file', 'focus'],
  ['/year/outside', 'Offer public holidays'],
  ['/shelf', 'Add a course'],
  ['/shelf/together', 'Keep courses together'],
  ['/shelf/together', 'Add an everyday thing'],
  ['/shelf/together', 'Add a chore'],
  ['/shelf/together', 'Add an extra'],
  ['/shelf/together', 'Say what does the same work'],
  ['/materials', 'Add a thing'],
  ['/household', 'Add a child'],
  ['/household', 'Add a teacher'],
  ['/household', 'Add a stretch', 'focus'],
  ['/keeping', 'Make a backup', 'focus'],
  ['/keeping', 'Choose a backup file', 'focus'],
  ['/keeping', 'Merge a file', 'focus'],
];

/** The pages within a view, by the words that stand on them. */
export const PAGES = [
  ['/materials/sheet', 'Things: the sheet'],
  ['/household/ways', 'Ways: where families differ'],
  ['/cards', 'Cards: decks, review, drills, one minute'],
  ['/memory', 'Memory work, and the week’s strands'],
  ['/record/charts', 'The record in charts: days, hours, minutes, marks'],
  ['/record/verdicts', 'Verdicts on courses'],
  ['/year/end', 'The year’s end: what was, what stays, what comes'],
  ['/reading', 'Reading: books, sittings, each child’s list'],
  ['/sit-down', 'Sit down over a week: the planning evening'],
  ['/year/courses', 'Courses over the year'],
  ['/year/forecast', 'How long will it take: the forecast'],
  ['/year/what-if', 'What if: trials of the household, compared with now'],
  ['/year/attendance', 'Attendance: the register'],
  ['/year/outside', 'Away and outside: sick days, classes, calendars'],
  ['/shelf/together', 'Courses together: turns, what gives way first'],
  ['/materials?part=missing', 'Materials: what will be missing'],
  ['/materials?part=orders', 'Materials: orders, what is on its way'],
  ['/materials?part=library', 'Materials: library'],
  ['/materials?part=ready', 'Materials: what is to be made ready'],
  ['/materials?part=places', 'Materials: places'],
  ['/materials/labels', 'Labels for pockets and boxes'],
  ['/materials?part=all', 'Materials: everything'],
  ['/shelf/new/contents', 'A course from its contents page or a CSV file'],
  ['/shelf/new/rows', 'A whole shelf on one sheet'],
] as const;
