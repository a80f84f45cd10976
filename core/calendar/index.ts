export * from './day';
export * from './year';
