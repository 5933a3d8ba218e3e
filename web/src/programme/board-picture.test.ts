import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { XMLParser } from 'fast-xml-parser';
import { boardSvg } from './board-picture';
import type { BoardBar, BoardRow } from './board-rows';
import { TimeBands } from './time-bands';

const H = 3_600_000;
const bands = TimeBands.of({
  fromMs: 0,
  toMs: 48 * H,
  shifts: [{ fromMs: 7 * H, toMs: 17 * H }],
  busy: [{ fromMs: 8 * H, toMs: 9 * H }],
  events: [20 * H],
  pxPerHour: 20,
});
const bar = (step: WorkItem['step'], part: Partial<PlacedTask> = {}, more: Partial<BoardBar> = {}): BoardBar => ({
  task: { id: step, chain: 'a', startMs: 8 * H, endMs: 12 * H, state: 'planned', ...part },
  item: { id: step, step } as WorkItem,
  leftMs: 12 * H,
  ...more,
});
const CLOSED = { fromMs: 9 * H, toMs: 11 * H, because: { code: 'person-off' as const, person: 'P' } };
const rows = (...bars: BoardBar[]): BoardRow[] => [
  { kind: 'room', id: 'r', name: 'Store & <vault>' },
  { kind: 'face', id: 'a', face: { mark: 'A' } as never, bars, rounds: [10 * H, 20 * H], closed: [CLOSED] },
  { kind: 'machine', id: 'jet', stays: [], away: [{ fromMs: 8 * H, toMs: 16 * H, jobName: 'Kelp & Co' }] },
  { kind: 'who', id: '', name: null, stays: [{ fromMs: 8 * H, toMs: 12 * H, mark: 'A', taskId: 'x' }] },
];
const draw = (...bars: BoardBar[]) =>
  boardSvg({
    ...{ title: 'Cellar "A" & B', under: 'ends', rows: rows(...bars), bands, crew: 'Crew', nowMs: 9 * H },
    machineName: (kind) => kind,
    labelOf: () => 'coat 1',
    headOf: () => 'Thu',
  });
const parsed = ({ svg }: ReturnType<typeof draw>) =>
  (new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(svg) as { svg: Record<string, never> }).svg as unknown as {
    title: string;
    width: string;
    text: { '#text': string }[];
    path?: unknown[];
    line: { stroke: string }[];
  };

test('is well-formed, whatever is written on it', () => {
  const svg = parsed(draw(bar('coat-1')));
  expect(svg.title).toBe('Cellar "A" & B');
  expect(svg.text.map((each) => each['#text'])).toEqual(expect.arrayContaining(['Store & <vault>', 'A', 'Crew', 'coat 1', 'Thu']));
  expect(Number(svg.width)).toBeGreaterThan(bands.widthPx);
});

test('closed hours are hatched, and a machine that another job has says which', () => {
  const drawn = draw(bar('coat-1'));
  expect(drawn.svg.match(/fill="url\(#closed\)"/g)).toHaveLength(1);
  expect(parsed(drawn).text.map((each) => each['#text'])).toEqual(expect.arrayContaining(['jet', 'Kelp & Co']));
});

test('a window has two brackets, rounds have their ticks, the present its line', () => {
  expect(parsed(draw(bar('coat-2', { window: { opensMs: 8 * H, closesMs: 15 * H } }))).path).toHaveLength(2);
  expect(parsed(draw(bar('coat-2', { window: { opensMs: 8 * H, closesMs: null } }))).path).toBeUndefined();
  const lines = parsed(draw(bar('coat-1'))).line;
  expect(lines.filter(({ stroke }) => stroke === '#9b3216')).toHaveLength(1);
  expect(lines.filter(({ stroke }) => stroke === '#0f5e5c')).toHaveLength(2);
});

test('what rests goes on as a dashed line, what is missed is outlined', () => {
  expect(draw(bar('dry', { endMs: 30 * H }, { leftMs: 9 * H })).svg).toContain('stroke-dasharray');
  expect(draw(bar('coat-1', {}, { conflict: { code: 'window-missed', taskId: 'coat-1' } })).svg).toContain(
    'stroke="#9b3216" stroke-width="2" rx',
  );
});
