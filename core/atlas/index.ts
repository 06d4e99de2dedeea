export * from './look';
export * from './pairs';
export * from './things';
export * from './traits';
export * from './trial';
