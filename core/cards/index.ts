export * from './answers';
export * from './standing';
export * from './choose';
export * from './make';
export * from './csv';
export * from './sheets';
export * from './lists';
