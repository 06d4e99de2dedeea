export * from './angle';
export * from './geodetic';
export * from './decibel';
export * from './quantities';
export * from './words';
