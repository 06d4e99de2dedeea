export * from './absorption';
export * from './density';
export * from './layers';
export * from './noise';
export * from './soundSpeed';
export * from './conditions';
