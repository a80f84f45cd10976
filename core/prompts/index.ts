export * from './prompts';
