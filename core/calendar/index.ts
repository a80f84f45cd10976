export * from './day';
export * from './next';
export * from './outside';
export * from './paint';
export * from './people';
export * from './rhythm';
export * from './year';
export * from './hours';
