export * from './begin';
