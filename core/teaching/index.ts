export { HANDBOOK, type HandbookPage } from './handbook';
export { lessonOf, LESSONS } from './lessons';
export { demoRecipe } from './plates';
export { isDemoScreen, recipeOfScreen } from './recipeOfScreen';
