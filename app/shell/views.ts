/** The views in the order of the navigation; their number is also their key. */
export const VIEWS = [
  ['/', 'Today'],
  ['/week', 'Week'],
  ['/year', 'Year'],
  ['/shelf', 'Shelf'],
  ['/materials', 'Materials'],
  ['/record', 'Record'],
  ['/household', 'Household'],
  ['/keeping', 'Keeping'],
] as const;

/** The pages within a view, by the words that stand on them. */
export const PAGES = [
  ['/year/courses', 'Courses over the year'],
  ['/year/attendance', 'Attendance: the register'],
  ['/year/outside', 'Away and outside: sick days, classes, calendars'],
  ['/shelf/together', 'Courses together'],
  ['/shelf/new/contents', 'A course from its contents page or a CSV file'],
] as const;
