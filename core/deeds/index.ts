export * from './marks';
export * from './day';
