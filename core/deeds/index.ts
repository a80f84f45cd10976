export * from './marks';
export * from './day';
export * from './people';
