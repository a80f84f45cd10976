export * from './course-file';
