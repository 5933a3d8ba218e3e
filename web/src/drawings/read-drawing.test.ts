import { outlinesOf, type Drawing } from '@caulkhorn/core/exchange';
import type { Result } from '@caulkhorn/core/issues';
import { outlineAreaM2, type FacePoint } from '@caulkhorn/core/jobs';
import { DxfWriter, Units, point2d, point3d } from '@tarikjabiri/dxf';
import { readDxf } from './read-dxf';
import { readSvg } from './read-svg';

const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.issues));
  return result.value;
};
const areas = (drawing: Drawing, layer: string, metres: number) =>
  value(outlinesOf(drawing, layer, metres)).map(({ outline, openings }) => [
    Math.round(outlineAreaM2(outline) * 1000) / 1000,
    ...openings.map((each) => Math.round(outlineAreaM2(each) * 1000) / 1000),
  ]);

/** A drawing by another library: a wall with a door as polylines, the same wall as loose lines, a round shaft, and a half-round niche. */
function dxf(): string {
  const file = new DxfWriter();
  file.setUnits(Units.Millimeters);
  for (const [name, add] of Object.entries({
    walls: () => {
      for (const [x, y, w, h] of [
        [100, 200, 6000, 2500],
        [1100, 200, 900, 2100],
      ] as const)
        file.addLWPolyline(
          [
            [x, y],
            [x + w, y],
            [x + w, y + h],
            [x, y + h],
          ].map(([px, py]) => ({ point: point2d(px!, py!) })),
          { flags: 1 },
        );
    },
    loose: () => {
      const corners = [
        [0, 0],
        [4000, 0],
        [4000, 3000],
        [0, 3000],
      ] as const;
      // drawn in no order, some backwards, one end a millimetre off
      for (const [i, j] of [
        [2, 1],
        [3, 0],
        [0, 1],
        [2, 3],
      ] as const)
        file.addLine(point3d(corners[i][0], corners[i][1] + (i === 2 ? 1 : 0), 0), point3d(corners[j][0], corners[j][1], 0));
    },
    shaft: () => file.addCircle(point3d(0, 0, 0), 1000),
    niche: () =>
      file.addLWPolyline(
        [
          { point: point2d(0, 0), bulge: 0 },
          { point: point2d(2000, 0), bulge: 1 },
        ].map((vertex) => vertex),
        { flags: 1 },
      ),
    text: () => file.addText(point3d(0, 0, 0), 100, 'not a line'),
  })) {
    file.addLayer(name, 7, 'Continuous');
    file.setCurrentLayerName(name);
    add();
  }
  return file.stringify();
}

describe('DXF', () => {
  const drawing = value(readDxf(dxf()));

  test('its unit is read, and what is no line is counted', () => {
    expect(drawing.unit).toBe('mm');
    expect(drawing.notRead).toEqual({ TEXT: 1 });
  });

  test('polylines, a door within its wall, loose lines joined, circles and arcs', () => {
    expect(areas(drawing, 'walls', 0.001)).toEqual([[15, 1.89]]);
    expect(areas(drawing, 'loose', 0.001)[0]![0]).toBeCloseTo(12, 1);
    // a circle of 36 corners: n R² sin(2π/n) / 2
    expect(areas(drawing, 'shaft', 0.001)[0]![0]).toBeCloseTo((36 / 2) * Math.sin(Math.PI / 18), 3);
    // a half circle over 2 m: bulge 1 is the tangent of a quarter of 180°
    expect(areas(drawing, 'niche', 0.001)[0]![0]).toBeCloseTo((18 / 2) * Math.sin(Math.PI / 18), 3);
  });

  test('without units it says none; without closed lines, how large the gap is', () => {
    const file = new DxfWriter();
    file.addLine(point3d(0, 0, 0), point3d(4, 0, 0));
    file.addLine(point3d(4, 0, 0), point3d(4, 3, 0));
    file.addLine(point3d(4, 3, 0), point3d(0, 0.25, 0));
    const open = value(readDxf(file.stringify()));
    expect(outlinesOf(open, '0', 1)).toMatchObject({ ok: false, issues: [{ code: 'line-left-open', values: { gapM: 0.25 } }] });
    expect(value(readDxf(file.stringify().replace(/\$INSUNITS\s+70\s+\d+/, '$INSUNITS\n 70\n0'))).unit).toBeUndefined();
  });

  test('what is no DXF is refused', () => {
    for (const text of ['', 'hello', '{"a":1}', dxf().slice(0, 400)]) expect(readDxf(text).ok ? 'read' : 'refused').toBe('refused');
  });
});

describe('SVG', () => {
  test('shapes, paths and transforms, in millimetres where the file says so', () => {
    const drawing = value(
      readSvg(`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 1000 500">
        <g id="walls" transform="translate(10 20)">
          <rect x="0" y="0" width="600" height="250"/>
          <g transform="scale(2)"><path d="M50 50 h45 v60 h-45 z"/></g>
        </g>
        <g id="shaft"><circle cx="0" cy="0" r="100"/></g>
        <text>no line</text></svg>`),
    );
    expect(drawing.unit).toBe('mm');
    expect(drawing.notRead).toEqual({ text: 1 });
    // 0.1 mm a unit; drawn at 1 : 100 a metre of paper is a hundred
    expect(areas(drawing, 'walls', 0.001 * 100)).toEqual([[15, 1.08]]);
    expect(areas(drawing, 'shaft', 0.001 * 100)[0]![0]).toBeCloseTo(Math.PI, 1);
  });

  test('y runs downwards there and upwards here', () => {
    const { lines } = value(readSvg('<svg><polygon points="0,0 4,0 4,3"/></svg>'));
    expect(lines[0]!.points).toEqual([
      [0, -0],
      [4, -0],
      [4, -3],
    ]);
  });

  test('pixels are no unit of a building; no SVG is refused; entities are not expanded', () => {
    expect(value(readSvg('<svg width="500px" viewBox="0 0 5 5"><rect width="1" height="1"/></svg>')).unit).toBeUndefined();
    for (const text of ['', '<html></html>', 'x']) expect(readSvg(text)).toMatchObject({ ok: false, issues: [{ code: 'svg-unreadable' }] });
    const bomb = `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(99)}"><!ENTITY b "&a;&a;&a;">]><svg><g id="&b;"><rect width="1" height="1"/></g></svg>`;
    const read = readSvg(bomb);
    if (read.ok) expect(read.value.lines[0]!.layer).not.toContain('xxx');
  });
});

describe('outlines', () => {
  const line = (points: FacePoint[], closed = true) => ({ layer: 'a', points, closed });
  const square = (x: number, y: number, size: number): FacePoint[] => [
    [x, y],
    [x + size, y],
    [x + size, y + size],
    [x, y + size],
  ];
  const of = (...lines: ReturnType<typeof line>[]) => outlinesOf({ lines, notRead: {} }, 'a', 1);

  test('a pillar in a hatch in a slab: even depths are faces, odd ones openings', () => {
    const outlines = value(of(line(square(0, 0, 10)), line(square(2, 2, 6)), line(square(4, 4, 1))));
    expect(outlines.map(({ outline, openings }) => [outlineAreaM2(outline), openings.length])).toEqual([
      [100, 1],
      [1, 0],
    ]);
  });

  test('drawn twice counts once, backwards or from another corner too', () => {
    expect(
      value(
        of(line(square(0, 0, 3)), line(square(0, 0, 3).toReversed()), line([...square(0, 0, 3).slice(2), ...square(0, 0, 3).slice(0, 2)])),
      ),
    ).toHaveLength(1);
  });

  test('what crosses itself, has no area or too many corners is named', () => {
    const bow: FacePoint[] = [
      [0, 0],
      [2, 2],
      [2, 0],
      [0, 2],
    ];
    const many = Array.from({ length: 201 }, (_, i): FacePoint => [Math.cos((i * 2 * Math.PI) / 201), Math.sin((i * 2 * Math.PI) / 201)]);
    expect(of(line(square(5, 5, 1)), line([...bow.slice(0, 3), [0, 3]]))).toMatchObject({
      issues: [{ code: 'outline-crosses-itself', path: 'outline 2' }],
    });
    expect(of(line(many))).toMatchObject({ issues: [{ code: 'too-many-points', values: { max: 200 } }] });
    expect(
      of(
        line([
          [0, 0],
          [1, 0],
          [2, 0],
        ]),
      ),
    ).toMatchObject({ issues: [{ code: 'outline-without-area' }] });
  });
});
