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
