import { ValidateBy } from 'class-validator';
import { Id, Pattern, Text } from './constraints.js';
import type { SessionInfo } from './people.js';

export const LEAST_PIN = 4;
export const MOST_PIN = 8;
/** Wrong PINs one after the other, after which a drawer stays shut; own judgement, no source. */
export const PIN_TRIES = 5;

/** One digit again and again, or a run of them up or down: what is tried first. */
export function isEasyPin(pin: string): boolean {
  const steps = new Set([...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i])));
  return steps.size === 1 && [0, 1, -1].includes([...steps][0]!);
}

const NotEasy = (): PropertyDecorator =>
  ValidateBy({ name: 'isHardPin', validator: { validate: (value) => typeof value === 'string' && !isEasyPin(value) } });

const DIGITS = new RegExp(`^\\d{${LEAST_PIN},${MOST_PIN}}$`);

/** A PIN that somebody chooses for one browser. */
export class NewPinDto {
  @NotEasy() @Pattern(DIGITS, MOST_PIN) pin!: string;
}

/** What lies in the browser, and what its owner knows. */
export class OpenDrawerDto {
  @Id() drawerId!: string;
  @Text(100) token!: string;
  @Pattern(DIGITS, MOST_PIN) pin!: string;
}

/** A code from the desk, typed or read from its picture, and the PIN that the device is opened with from now on. */
export class EnrolDto {
  @Text(20) code!: string;
  @NotEasy() @Pattern(DIGITS, MOST_PIN) pin!: string;
}

export interface NewDrawer {
  drawerId: string;
  token: string;
}

export interface Enrolled extends NewDrawer {
  session: SessionInfo;
}

export interface EnrolmentCode {
  code: string;
  expiresAt: string;
}
