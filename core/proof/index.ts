export * from './proof';
export * from './again';
