export * from './page';
export * from './rituals';
