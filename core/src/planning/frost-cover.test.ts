import type { BuildUp, LayerAlteration } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob } from './index';

const COVER: LayerAlteration = { do: 'add', layer: 'frost-cover', reason: 'clear nights ahead' };
const worked = (part: Partial<BuildUp> = {}) => {
  const model = { ...sampleJob(), buildUps: [buildUp('north', part)] };
  return planJob(model, USUAL_CREW, USUAL_HOUSE);
};
const stepsOf = (part?: Partial<BuildUp>) => worked(part).workItems.map(({ step }) => step);

test('decided so, the last coat is covered for its whole area, and kept wet under the cover', () => {
  const { workItems, faces } = worked({ alterations: [COVER] });
  const cover = workItems.find(({ step }) => step === 'frost-cover')!;
  const [last, cure] = [workItems.find(({ step }) => step === 'coat-2')!, workItems.find(({ step }) => step === 'cure')!];
  expect(cover).toMatchObject({ quantity: { value: faces.find(({ faceId }) => faceId === 'north')!.areaM2, unit: 'm²' } });
  expect(cover.waits).toEqual([{ taskId: last.id, minH: 0, maxH: null, referenceC: 20 }]);
  expect(workItems.indexOf(cover)).toBe(workItems.indexOf(last) + 1);
  expect(workItems.indexOf(cure)).toBe(workItems.indexOf(cover) + 1);
  // the cure's own days are the cover's: it does not put them off
  expect(cover.restH).toBeUndefined();
  // 10 m² at two minutes for two people, never less than a quarter of an hour
  expect(cover.durationMin).toBe(15);
});

// 24 h where the sheet is silent: common practice, no source
test('what is not kept wet stays covered as long as its sheet wants no frost', () => {
  const part: Partial<BuildUp> = {
    family: 'liquid-rubber',
    products: { coat: { id: 'fennick-eel', version: 1 } },
    alterations: [COVER],
  };
  const { workItems } = worked(part);
  expect(workItems.find(({ step }) => step === 'frost-cover')?.restH).toBe(24);
});

test('nobody decided so, or thickness was what was altered: no cover, and the layers are the same', () => {
  expect(stepsOf()).not.toContain('frost-cover');
  expect(stepsOf({ alterations: [{ ...COVER, do: 'rate', figure: 2 }] })).not.toContain('frost-cover');
  expect(worked({ alterations: [COVER] }).faces[0]!.layers).toEqual(worked().faces[0]!.layers);
});

test('coated in strips, it comes after the last of them', () => {
  const { workItems } = worked({ alterations: [COVER], zones: 3 });
  const cover = workItems.find(({ step }) => step === 'frost-cover')!;
  expect(cover.waits.map(({ taskId }) => taskId)).toEqual(workItems.filter(({ step }) => step === 'coat-2').map(({ id }) => id));
});
