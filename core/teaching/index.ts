export * from './course';
export * from './glossary';
export * from './handbook';
export * from './lessons';
export * from './plates';
export * from './recipeOfScreen';
