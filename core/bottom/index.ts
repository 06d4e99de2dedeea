export * from './brush';
export * from './features';
export * from './backscatter';
export * from './relief';
export * from './texture';
export * from './sediments';
