import {
  BUILD_UP_FIELDS,
  type BuildUp,
  FACE_FIELDS,
  FEATURE_FIELDS,
  type Face,
  type Feature,
  JOB_HEAD_FIELDS,
  type JobHead,
  KEPT_PROGRAMME_FIELDS,
  PHOTO_FIELDS,
  POUR_FIELDS,
  PRODUCT_REF_FIELDS,
  type KeptProgramme,
  type Photo,
  type Pour,
  type ProductRef,
  READING_FIELDS,
  type Reading,
  SPACE_FIELDS,
  type Space,
  WATER_BODY_FIELDS,
  WATER_LEVEL_FIELDS,
  type WaterBody,
  type WaterLevel,
} from '@caulkhorn/core/jobs';
import { dtoOf } from './dto-of.js';

/** Classes of a job's things, made from the fields that the core states. */

export const JobHeadDto = dtoOf<JobHead>('JobHeadDto', JOB_HEAD_FIELDS);
export type JobHeadDto = JobHead;
export const SpaceDto = dtoOf<Space>('SpaceDto', SPACE_FIELDS);
export type SpaceDto = Space;
export const FaceDto = dtoOf<Face>('FaceDto', FACE_FIELDS);
export type FaceDto = Face;
export const FeatureDto = dtoOf<Feature>('FeatureDto', FEATURE_FIELDS);
export type FeatureDto = Feature;
export const WaterBodyDto = dtoOf<WaterBody>('WaterBodyDto', WATER_BODY_FIELDS);
export type WaterBodyDto = WaterBody;
export const WaterLevelDto = dtoOf<WaterLevel>('WaterLevelDto', WATER_LEVEL_FIELDS);
export type WaterLevelDto = WaterLevel;
export const BuildUpDto = dtoOf<BuildUp>('BuildUpDto', BUILD_UP_FIELDS);
export type BuildUpDto = BuildUp;
export const ReadingDto = dtoOf<Reading>('ReadingDto', READING_FIELDS);
export type ReadingDto = Reading;
export const PhotoDto = dtoOf<Photo>('PhotoDto', PHOTO_FIELDS);
export type PhotoDto = Photo;
export const KeptProgrammeDto = dtoOf<KeptProgramme>('KeptProgrammeDto', KEPT_PROGRAMME_FIELDS);
export type KeptProgrammeDto = KeptProgramme;
export const PourDto = dtoOf<Pour>('PourDto', POUR_FIELDS);
export type PourDto = Pour;
export const ProductRefDto = dtoOf<ProductRef>('ProductRefDto', PRODUCT_REF_FIELDS);
export type ProductRefDto = ProductRef;
