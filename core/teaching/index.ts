export { HANDBOOK, type HandbookPage } from './handbook';
export { lessonOf, LESSONS } from './lessons';
export { demoRecipe } from './plates';
export { recipeOfScreen } from './recipeOfScreen';
