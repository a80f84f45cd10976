export * from './needs';
