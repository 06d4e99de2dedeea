export * from './portable';
export * from './normal';
export { integersSchema } from './integers';
