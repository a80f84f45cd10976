export * from './course-file';
export * from './list';
