import type { ItemKindName } from '@core/drills';
import { callLiveView } from './callLive';
import type { AnyKindView } from './kindView';
import { measureView } from './measure';
import { placeItView } from './placeIt';
import { settingsRaceView } from './settingsRace';
import { sortView } from './sort';
import { tapAllView } from './tapAll';
import { whatChangedView } from './whatChanged';
import { whatIsThisView } from './whatIsThis';
import { whatIsWrongView } from './whatIsWrong';
import { whereNextView } from './whereNext';
import { whichIsView } from './whichIs';
import { whichSpeciesView } from './whichSpecies';

export const KIND_VIEWS: Record<ItemKindName, AnyKindView> = {
  tapAll: tapAllView,
  whatIsThis: whatIsThisView,
  whichIs: whichIsView,
  measure: measureView,
  whatIsWrong: whatIsWrongView,
  placeIt: placeItView,
  callLive: callLiveView,
  whereNext: whereNextView,
  sort: sortView,
  whatChanged: whatChangedView,
  whichSpecies: whichSpeciesView,
  settingsRace: settingsRaceView,
};
