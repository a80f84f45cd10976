export * from './search';
export * from './log-csv';
export * from './portfolio';
export * from './html';
export * from './verdicts';
export * from './year-end';
export * from './charts';
export * from './attendance-csv';
