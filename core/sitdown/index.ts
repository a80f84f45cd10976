export * from './read-ahead';
export * from './quiet';
export * from './week';
export * from './choices';
export * from './offer';
export * from './undone';
export * from './teacher-page';
