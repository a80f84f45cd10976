export * from './page';
export * from './rituals';
export * from './practice';
export * from './solve';
export * from './tasks';
export * from './layout';
export * from './early';
export * from './timetable';
