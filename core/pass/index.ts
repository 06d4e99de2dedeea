export * from './holding';
export * from './pass';
export * from './steer';
