export * from './brush';
export * from './features';
export * from './fineBottom';
export * from './backscatter';
export * from './relief';
export * from './texture';
export * from './sediments';
