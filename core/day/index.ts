export * from './page';
export * from './rituals';
export * from './practice';
