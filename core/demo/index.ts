export { type DemoScreen, DEMO_SCREENS } from './demoScreens';
export { hollinReservoir } from './hollinReservoir';
