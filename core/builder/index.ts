export * from './blank';
export * from './generator';
export * from './history';
export * from './placer';
export * from './season';
export * from './templates';
export * from './patches';
