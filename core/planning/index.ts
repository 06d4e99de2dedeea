export * from './advice';
export * from './coverage';
export * from './followContour';
export * from './lanes';
export * from './swath';
export * from './draft';
export * from './spotTime';
