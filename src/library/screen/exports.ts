/** A screen as files: what each holds is said beside its button. */
import { isAbeam } from '@core/sounding';
import type { Picture, View } from '@core/display';
import { type NetcdfContent, type PngNotes, writeLevelsCsv, writeTruthFile } from '@core/formats';
import { calibrationOf, isCatch, regionsOnPicture, wholeFrame } from '@core/reading';
import { type ScreenRecord, truthOfScreen } from '@core/records';
import type { UnitSystem } from '@core/units';
import { getRecord } from '@/storage/database';
import type { ScreenEcho } from '@/storage/screens';
import { saveFile, fileName } from '@/storage/saveFile';
import { exportRecords } from '@/storage/workspaceFile';
import { writeNetcdfFile, writePngFile } from '@/workers/libraryClient';
import { recordedSettings } from './RecordedPanel';

interface PngInput {
  record: ScreenRecord;
  echo: ScreenEcho;
  view: View;
  picture: Picture;
  /** The picture on the page: its canvas, and what lies over it where that is wanted. */
  canvas: HTMLCanvasElement;
  overlay: SVGSVGElement | null;
  units: UnitSystem;
}

/** The picture as it is shown, its scale, settings and truth in a text chunk. */
export async function savePng(input: PngInput): Promise<void> {
  const { record, echo, view, picture, canvas, overlay, units } = input;
  const copy = document.createElement('canvas');
  copy.width = canvas.width;
  copy.height = canvas.height;
  const context = copy.getContext('2d')!;
  context.drawImage(canvas, 0, 0);
  if (overlay) context.drawImage(await drawnSvg(overlay, copy.width, copy.height), 0, 0);
  const { data } = context.getImageData(0, 0, copy.width, copy.height);
  const calibration = calibrationOf(picture, echo);
  const frame = wholeFrame(copy.width, copy.height);
  const regions = truthOfScreen(record, echo, view);
  const notes: Omit<PngNotes, 'version'> = {
    name: record.name,
    waterName: record.waterName,
    passName: record.passName,
    notes: record.notes,
    frame: isAbeam(record.instrument) ? { ...frame, newest: 'top' } : frame,
    calibration,
    regions: regionsOnPicture(regions, record.truth.regions, picture, calibration),
    evidence: record.evidence,
    nothingHere: record.nothingHere,
    tags: record.tags,
    settings: Object.fromEntries(
      recordedSettings(record, echo, units).map(([key, value]) => [key, value.slice(0, 400)]),
    ),
  };
  const bytes = await writePngFile(data, copy.width, copy.height, notes);
  saveFile(bytes, `${fileName(record.name)}.png`, 'image/png');
}

/** An overlay drawn as a picture; its styles are put into it, since it leaves the page. */
function drawnSvg(svg: SVGSVGElement, width: number, height: number): Promise<HTMLImageElement> {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  const originals = svg.querySelectorAll<SVGElement>('text, tspan');
  copy.querySelectorAll<SVGElement>('text, tspan').forEach((element, i) => {
    const style = getComputedStyle(originals[i]);
    element.setAttribute('font-family', 'sans-serif');
    element.setAttribute('font-size', style.fontSize);
    element.setAttribute('font-weight', style.fontWeight);
    element.setAttribute('paint-order', style.paintOrder);
  });
  const image = new Image(width, height);
  const text = new XMLSerializer().serializeToString(copy);
  return new Promise((resolve, reject) => {
    image.onload = () => resolve(image);
    image.onerror = () => reject(new Error('the overlay could not be drawn'));
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  });
}

/** Levels as SONAR-netCDF4, with what is marked as annotations. */
export async function saveNetcdf(record: ScreenRecord, echo: ScreenEcho): Promise<void> {
  const { info, levelsCdb, track } = echo;
  const { firstPing, pingCount, createdAtMs, name } = record;
  const water = record.waterId ? await getRecord('water', record.waterId) : null;
  const content: NetcdfContent = {
    log: { info, levelsCdb, track, pingCount },
    title: name,
    origin: water?.ok && water.value ? water.value.content.origin : null,
    startMs: createdAtMs,
    writtenAt: new Date().toISOString(),
    annotations: truthOfScreen(record, echo, record.view)
      .filter(({ verdict }) => verdict !== 'hidden')
      .map((region) => ({
        ping: region.peak.ping - firstPing,
        category: isCatch(region.label) ? 'fish' : 'other',
        text: region.name,
      })),
  };
  const bytes = await writeNetcdfFile(content);
  saveFile(bytes, `${fileName(name)}.nc`, 'application/x-netcdf');
}

export function saveCsv(record: ScreenRecord, { info, levelsCdb, track }: ScreenEcho): void {
  const text = writeLevelsCsv({ info, levelsCdb, track, pingCount: record.pingCount });
  saveFile(text, `${fileName(record.name)}.csv`, 'text/csv');
}

export function saveTruth(record: ScreenRecord, echo: ScreenEcho): void {
  const { name, instrument, firstPing, pingCount, evidence, nothingHere, truth } = record;
  const { rangeStepM } = echo.info;
  const text = writeTruthFile({
    screen: { name, instrument, firstPing, pingCount, rangeStepM, evidence, nothingHere },
    info: echo.info,
    truth,
    regions: truthOfScreen(record, echo, record.view),
  });
  saveFile(text, `${fileName(name)}.truth.json`, 'application/json');
}

export async function saveZip(record: ScreenRecord): Promise<void> {
  const bytes = await exportRecords([record]);
  saveFile(bytes, `${fileName(record.name)}.zip`, 'application/zip');
}
