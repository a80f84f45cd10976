export * from './overview';
export * from './gives';
