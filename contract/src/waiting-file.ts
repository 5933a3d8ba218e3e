import { CommandDto } from './commands.js';
import { Id, NestedList, OneOf, Optional, Nested, Text, Time, Whole } from './constraints.js';
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

/** What one person's device has not handed over, to be brought in on another of theirs. Entries carry their device's signature. */
export class WaitingFileDto {
  @OneOf(['caulkhorn-waiting']) format!: 'caulkhorn-waiting';
  @Whole(1, 1) version!: 1;
  @Id() personId!: string;
  @Time() savedAt!: string;
  @NestedList(() => WaitingJobDto, 500, 1) jobs!: WaitingJobDto[];
  @NestedList(() => WaitingPhotoDto, 2000) photos!: WaitingPhotoDto[];
  @NestedList(() => WaitingDeviceDto, 100) devices!: WaitingDeviceDto[];
}
