export * from './standing';
export * from './choose';
export * from './make';
