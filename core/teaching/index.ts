export * from './course';
export * from './handbook';
export * from './lessons';
export * from './plates';
export * from './recipeOfScreen';
