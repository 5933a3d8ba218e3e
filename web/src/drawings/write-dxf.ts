import { type DxfWriter, LWPolylineFlags, Units } from '@tarikjabiri/dxf';
import type { Dash, SheetDrawing } from './sheet-drawing';
import { LAYERS, type Layer } from './sheet-drawing';

type Library = typeof import('@tarikjabiri/dxf');

/** AutoCAD colour index numbers of the DXF reference: 7 is the paper's opposite, 1 red, 4 cyan. */
const COLOUR: Readonly<Record<Layer, number>> = { faces: 7, openings: 7, features: 7, leaks: 1, readings: 4, water: 4, words: 7 };
const DASHES: Readonly<Record<Dash, readonly number[]>> = { moving: [0.2, -0.1], joint: [0.3, -0.08, 0.06, -0.08], level: [0.15, -0.12] };
const TEXT_M = { small: 0.11, usual: 0.15 } as const;

/** The drawing in metres, full size, one layer each for faces, openings, features, leaks, readings, water and words. */
export function writeDxf(drawing: SheetDrawing, library: Library): string {
  const { DxfWriter, TextHorizontalAlignment, TextVerticalAlignment, point2d, point3d } = library;
  const file: DxfWriter = new DxfWriter();
  file.setUnits(Units.Meters);
  for (const [name, pattern] of Object.entries(DASHES)) file.addLType(name, name, [...pattern]);
  for (const layer of LAYERS) file.addLayer(layer, COLOUR[layer], 'Continuous');
  for (const mark of drawing.marks) {
    const options = { layerName: mark.layer };
    if (mark.kind === 'circle') file.addCircle(point3d(...mark.at, 0), mark.radiusM, options);
    else if (mark.kind === 'text')
      file.addText(point3d(...mark.at, 0), TEXT_M[mark.size], plain(mark.text), {
        ...options,
        ...(mark.anchor === 'end'
          ? {
              horizontalAlignment: TextHorizontalAlignment.Right,
              verticalAlignment: TextVerticalAlignment.BaseLine,
              secondAlignmentPoint: point3d(...mark.at, 0),
            }
          : {}),
      });
    else
      file.addLWPolyline(
        mark.points.map(([x, y]) => ({ point: point2d(x, y) })),
        { ...options, flags: mark.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None, lineType: mark.dash },
      );
  }
  return file.stringify();
}

/** A line break would end the group and let text pass for drawing. */
function plain(text: string): string {
  return text.replace(/[\u0000-\u001f]+/g, ' ');
}
