export * from './inventory-file';
export * from './sheet';
