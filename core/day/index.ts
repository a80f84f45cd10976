export * from './page';
export * from './rituals';
export * from './practice';
export * from './solve';
export * from './timetable';
