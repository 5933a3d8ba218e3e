import { METRES_PER, type Drawing, type Outline, outlinesOf } from '@caulkhorn/core/exchange';
import { type JobModel, drawnSheet, outlineAreaM2 } from '@caulkhorn/core/jobs';
import * as dxfLibrary from '@tarikjabiri/dxf';
import Papa from 'papaparse';
import { accepted } from '../../../core/src/testing/results';
import { crack, reading, sampleJob } from '../../../core/src/testing/sample-job';
import { guessMapping, toReadings } from '../survey/read-readings';
import { readSheet } from '../exchange/csv-in';
import { facesFromOutlines } from './faces-from-outlines';
import { readDxf } from './read-dxf';
import { readSvg } from './read-svg';
import { sheetDrawing } from './sheet-drawing';
import { featuresCsv, readingsCsv } from '../exchange/write-csv';
import { writeDxf } from './write-dxf';
import { paperFor, writeSvg } from './write-svg';

const HATCH = [
  [1, 0],
  [2, 0],
  [2, 2],
  [1, 2],
] as const;
const job: JobModel = sampleJob();
job.faces[0] = { ...job.faces[0]!, openings: [HATCH.map(([u, v]) => [u, v] as const)], name: 'North <b>&"wall"</b>\n0\nLINE' };
job.features.push(
  crack({ path: [[3, 2], [3.2, 0.5]], note: '=HYPERLINK("http://x")' }), // prettier-ignore
  crack({ id: 'n1', mark: '+N1', kind: 'penetration', path: [[0.5, 1]], diameterMm: 110, note: '<b>bold</b>, "quoted"' }),
);
job.readings.push(reading({ note: '@SUM(A1)', instrument: '-pin' }), reading({ id: 'r2', point: [3.5, 1.2], value: 12.5 }));

const TITLE = { title: 'Vaults & <script>', lines: ['Here', '1 : 50'] };
const areas = (drawing: Drawing, layer: string, metres: number) =>
  accepted(outlinesOf(drawing, layer, metres))
    .map(({ outline }) => Math.round(outlineAreaM2(outline) * 100) / 100)
    .sort((a, b) => a - b);
/** two walls of 4 and 3 m by 2.5 m and a floor of 12 m² */
const AREAS = [7.5, 10, 12];

test('a sheet that leaves as DXF and comes back has its faces, each in its true shape', () => {
  const drawing = accepted(readDxf(writeDxf(sheetDrawing(drawnSheet(job), job.readings, 'metric'), dxfLibrary)));
  expect(drawing.unit).toBe('m');
  expect(areas(drawing, 'faces', METRES_PER.m)).toEqual(AREAS);
  expect(areas(drawing, 'openings', METRES_PER.m)).toEqual([2]);
});

test('and as SVG at any scale', () => {
  for (const scale of [20, 50, 200]) {
    const drawing = accepted(readSvg(writeSvg(sheetDrawing(drawnSheet(job), job.readings, 'metric'), scale, TITLE)));
    expect(drawing.unit).toBe('mm');
    expect(areas(drawing, 'faces', METRES_PER.mm * scale)).toEqual(AREAS);
  }
});

test('levels are true: the walls’ foot and the governing level where they are, on every format', () => {
  const { lines } = accepted(readDxf(writeDxf(sheetDrawing(drawnSheet(job), job.readings, 'metric'), dxfLibrary)));
  const levels = lines.filter(({ layer }) => layer === 'water').map(({ points }) => points[0]![1]);
  expect(levels).toContain(-0.5);
  const north = lines.filter(({ layer }) => layer === 'faces')[0]!;
  expect(Math.min(...north.points.map(([, y]) => y))).toBeCloseTo(-2.5, 9);
});

test('a level stands in the units of who reads it', () => {
  const words = (units: 'metric' | 'us') =>
    sheetDrawing(drawnSheet(job), [], units).marks.flatMap((mark) => (mark.kind === 'text' && mark.layer === 'water' ? [mark.text] : []));
  expect(words('metric').join()).toMatch(/−0\.50\u202fm|-0\.50\u202fm/);
  expect(words('us').join()).toContain('1′ 7 5/8″');
});

test('the paper holds the drawing at its scale', () => {
  const drawing = sheetDrawing(drawnSheet(job), job.readings, 'metric');
  const paper = paperFor(drawing, 10);
  expect(paper.widthMm).toBeCloseTo((drawing.widthM * 1000) / 10 + 24, 6);
  expect(writeSvg(drawing, 10, TITLE)).toContain(`width="${Math.round(paper.widthMm * 1000) / 1000}mm"`);
});

test('words of people are words in every file: no element, no group of a drawing, no formula', () => {
  const svg = writeSvg(sheetDrawing(drawnSheet(job), job.readings, 'metric'), 50, TITLE);
  expect(svg).toContain('&lt;b&gt;&amp;&quot;wall&quot;');
  expect(svg).not.toMatch(/<b>|<script>/);
  expect(readDxf(writeDxf(sheetDrawing(drawnSheet(job), job.readings, 'metric'), dxfLibrary))).toMatchObject({ ok: true });
  expect(
    accepted(readDxf(writeDxf(sheetDrawing(drawnSheet(job), job.readings, 'metric'), dxfLibrary))).lines.filter(
      ({ layer }) => layer === 'faces',
    ),
  ).toHaveLength(3);
  // OWASP, "CSV Injection": cells that begin with = + - @ are made text
  for (const csv of [featuresCsv(job), readingsCsv(job)]) {
    const cells = Papa.parse<string[]>(csv).data.flat();
    expect(cells.filter((cell) => /^[=+@]/.test(cell) || (cell.startsWith('-') && Number.isNaN(Number(cell))))).toEqual([]);
  }
  expect(Papa.parse<string[]>(featuresCsv(job)).data[1]).toContain(`'=HYPERLINK("http://x")`);
});

test('readings written can be read in again', () => {
  const sheet = accepted(readSheet(readingsCsv(job)));
  const back = accepted(toReadings(sheet, guessMapping(sheet.header), { ...job, readings: [] }));
  expect(back.map(({ faceId, kind, value, point, at }) => ({ faceId, kind, value, point, at: Date.parse(at) }))).toEqual(
    job.readings.map(({ faceId, kind, value, point, at }) => ({ faceId, kind, value, point, at: Date.parse(at) })),
  );
});

test('outlines become faces in their own metres: elevations on their level, plans at it', () => {
  const square = (x: number, y: number): Outline => ({
    outline: [
      [x, y],
      [x + 2, y],
      [x + 2, y + 3],
      [x, y + 3],
    ],
    openings: [
      [
        [x + 0.5, y + 1],
        [x + 1, y + 1],
        [x + 1, y + 2],
      ],
    ],
  });
  const at = { levelM: -3, xM: 10, yM: 0 };
  const [first, second] = facesFromOutlines([square(100, 50), square(104, 51)], { kind: 'wall', ...at });
  expect(first).toMatchObject({ outline: [[0, 0], [2, 0], [2, 3], [0, 3]], placement: { xM: 10, zM: -3, tiltDeg: 90 } }); // prettier-ignore
  expect(first!.openings![0]![0]).toEqual([0.5, 1]);
  expect(second!.placement).toMatchObject({ xM: 14, zM: -2 });
  const [, slab] = facesFromOutlines([square(100, 50), square(104, 51)], { kind: 'slab', ...at });
  expect(slab!.placement).toMatchObject({ xM: 14, yM: 1, zM: -3, tiltDeg: 0 });
});
