import { Id, Nested, NestedList, OneOf, Optional, Text } from './constraints.js';

/** A device's public key as browsers give it (JSON Web Key, ECDSA on P-256). */
export class DeviceKeyDto {
  @OneOf(['EC']) kty!: 'EC';
  @OneOf(['P-256']) crv!: 'P-256';
  @Text(43, 43) x!: string;
  @Text(43, 43) y!: string;
}

/** Makes a device known as its owner's; without a key where the browser can make none. */
export class EnrolDeviceDto {
  @Optional() @Nested(() => DeviceKeyDto) publicKey?: DeviceKeyDto;
}

export class KnownDeviceDto {
  @Id() id!: string;
  @Id() personId!: string;
  @Optional() @Nested(() => DeviceKeyDto) publicKey?: DeviceKeyDto;
}

/** A device that writes the log of a house's jobs, as its owner and who looks after people see it. */
export interface DeviceAnswer {
  id: string;
  personId: string;
  personName: string;
  enrolledAt: string;
  /** whether it signs what it writes */ hasKey: boolean;
  /** the last of its entries was received then */ lastAt?: string;
  /** told lost */ revokedAt?: string;
}

export class ServerKeyDto {
  @Text(64) id!: string;
  /** Ed25519, SPKI in base64 */ @Text(200) publicKey!: string;
}

/** The public keys by which a log can be checked without the app. */
export class LogKeysDto {
  @NestedList(() => KnownDeviceDto, 2000) devices!: KnownDeviceDto[];
  @NestedList(() => ServerKeyDto, 200) servers!: ServerKeyDto[];
}
