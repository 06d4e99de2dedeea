import type { EchoSource } from '@core/display';
import type { EchoContent } from '@core/formats';
import type { ScreenRecord } from '@core/records';

/** A recorded echo as a picture's source; its pings keep the numbers they had on the pass. */
export function recordedSource(record: ScreenRecord, echo: EchoContent): EchoSource {
  const { pingCount } = echo;
  // A ring of the recording's own length, turned so that ping p lies at p mod pingCount.
  const turn = record.firstPing % pingCount;
  const levelsCdb = new Int16Array(echo.levelsCdb.length);
  const split = (pingCount - turn) * echo.cellsPerPing;
  levelsCdb.set(echo.levelsCdb.subarray(0, split), turn * echo.cellsPerPing);
  levelsCdb.set(echo.levelsCdb.subarray(split), 0);
  const bottomDepthM = Float32Array.from(
    { length: pingCount },
    (_, slot) => echo.track.bottomDepthM[(slot - turn + pingCount) % pingCount],
  );
  return {
    info: record.info,
    levelsCdb,
    bottomDepthM,
    capacity: pingCount,
    first: record.firstPing,
    end: record.firstPing + pingCount,
  };
}
