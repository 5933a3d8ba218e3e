import { useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';

/** What is tested by name, as it was called when it was released: a thing found by its mark, a junction by its kind and the face it goes to. */
export function useTargetName(faceId: string): (targetId: string) => string {
  const { revision } = useJob(parts('revision'));
  return useMemo(() => {
    const faces = revision?.decided?.faces ?? [];
    const marks = new Map(faces.map((face) => [face.faceId, face.mark]));
    const treatments = new Map(faces.find((face) => face.faceId === faceId)?.treatments.map((each) => [each.targetId, each]));
    return (targetId) => {
      const treatment = treatments.get(targetId);
      if (!treatment) return t('junction.short');
      const { mark, of, faceIds } = treatment;
      if (mark !== undefined) return `${mark} ${tOf(`feature.${of}`)}`;
      const other = marks.get(faceIds?.find((id) => id !== faceId) ?? '');
      return other === undefined ? tOf(`junction.${of}`) : t('proof.junction-to', { kind: tOf(`junction.${of}`), mark: other });
    };
  }, [revision, faceId]);
}
