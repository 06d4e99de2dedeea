export * from './grade';
export * from './plan';
export * from './soundLeg';
export * from './task';
