import { plateOf, type AtlasPlate as Plate } from '@core/teaching';
import { PlateView } from '@/ui/echo/PlateView';

/** A thing by itself, as the handbook shows it. */
export const AtlasPlate = ({ plate, isOutlined }: { plate: Plate; isOutlined: boolean }) => (
  <PlateView plate={plateOf(plate, isOutlined)} label={plate.thing.name} />
);
