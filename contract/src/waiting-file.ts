import { CommandDto } from './commands.js';
import { AnyRecords, Given, Id, NestedList, OneOf, Optional, Nested, Text, Time, Whole } from './constraints.js';
import { IncidentDto } from './incidents.js';
import { DeviceKeyDto } from './log-keys.js';

export class WaitingDeviceDto {
  @Id() id!: string;
  /** checks what it signed; none of a device that holds no key */ @Optional() @Nested(() => DeviceKeyDto) publicKey?: DeviceKeyDto;
}

export class WaitingPhotoDto {
  @Id() id!: string;
  /** the file as the camera gave it */ @Text(60_000_000) base64!: string;
}

export class WaitingJobDto {
  /** where the server takes it: /organisations/…/jobs/… */ @Text(200) path!: string;
  @Id() jobId!: string;
  /** in the order in which they are sent */ @NestedList(() => CommandDto, 20_000) commands!: CommandDto[];
}

export class WaitingStoreDto {
  /** where the server takes it: /organisations/… */ @Text(200) path!: string;
  /** each by its own kind (`stockMoveClass`), in the order in which they are sent */ @AnyRecords(20_000) moves!: object[];
}

export class WaitingIncidentDto {
  /** of its job */ @Text(200) path!: string;
  @Given() @Nested(() => IncidentDto) note!: IncidentDto;
}

/** What one person's device has not handed over, to be brought in on another of theirs. Entries carry their device's signature. */
export class WaitingFileDto {
  @OneOf(['caulkhorn-waiting']) format!: 'caulkhorn-waiting';
  /** 1 knew of jobs alone */ @Whole(1, 2) version!: 1 | 2;
  @Id() personId!: string;
  @Time() savedAt!: string;
  @NestedList(() => WaitingJobDto, 500) jobs!: WaitingJobDto[];
  @NestedList(() => WaitingPhotoDto, 2000) photos!: WaitingPhotoDto[];
  @NestedList(() => WaitingDeviceDto, 100) devices!: WaitingDeviceDto[];
  @Optional() @NestedList(() => WaitingStoreDto, 100) stores?: WaitingStoreDto[];
  /** accidents and near misses, which few may read */ @Optional()
  @NestedList(() => WaitingIncidentDto, 1000)
  incidents?: WaitingIncidentDto[];
}
