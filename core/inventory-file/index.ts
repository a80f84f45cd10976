export * from './inventory-file';
