export * from './overview';
export * from './gives';
export * from './crowded';
