export * from './marks';
export * from './day';
export * from './move';
export * from './people';
export * from './storing';
export * from './things';
export * from './places';
export * from './holds';
