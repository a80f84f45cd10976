export * from './marks';
export * from './day';
export * from './people';
export * from './storing';
