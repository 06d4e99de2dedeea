/** Reads charts and depths of other programs, off the page. */
import { expose } from 'comlink';
import { readChartFile } from '@core/formats';
import { readDepthFile } from '@core/formats/depthFile';

const notesWork = { readChartFile, readDepthFile };
export type NotesWork = typeof notesWork;

expose(notesWork);
