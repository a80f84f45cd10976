export * from './dates';
export * from './figures';
export * from './gone';
export * from './lives';
export * from './short';
export * from './taking';
