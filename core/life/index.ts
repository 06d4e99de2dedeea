export * from './habitat';
export * from './profiles';
export * from './situation';
export * from './stocks';
