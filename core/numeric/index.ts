export * from './portable';
export * from './normal';
