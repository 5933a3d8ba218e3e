import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import type { SkillCard, TestResult, VoidedBy } from '../jobs/index.js';
import type { CoatLookId } from './coat-look-ids.js';
import type { CureWay } from './cure-ways.js';

/** Air and surface as measured at the wall, with what follows from them. */
export interface Conditions {
  airTemperatureC: number;
  surfaceTemperatureC: number;
  relativeHumidityPct: number;
  /** lowest air that is forecast until what is laid has set, °C; left out where nobody looked */ coldestAheadC?: number;
  /** highest that the surface will reach while it sets, °C */ warmestAheadC?: number;
  /** h until rain is expected on it */ rainInH?: number;
  /** m/s at the wall */ windMS?: number;
}

export type EntryBody =
  | {
      kind: 'start';
      workItemId: string;
      planRevisionId: string;
      conditions?: Conditions;
      /** ISO 8601; when they were measured, where that was not at the start */ conditionsAt?: string;
      batchNumber?: string;
      breachReason?: string;
      note?: string;
    }
  | {
      kind: 'finish';
      workItemId: string;
      planRevisionId: string;
      firstLaidAt?: string;
      lastLaidAt?: string;
      batchNumber?: string;
      usedKg?: number;
      /** who else worked on it, by name */ hands?: readonly string[];
      note?: string;
    }
  | { kind: 'reading'; faceId?: string; conditions: Conditions; note?: string }
  | { kind: 'note'; faceId?: string; note: string }
  /** checks of a room, before the first start of a day */
  | { kind: 'care'; spaceId: string; checks: readonly string[]; note?: string }
  /** a pail was begun: its parts met at `occurredAt` */
  | { kind: 'mix'; workItemId: string; planRevisionId: string; batchNumber?: string; kg?: number; note?: string }
  /** what became of a pail */
  | { kind: 'pail'; mixId: string; became: 'used' | 'thrown'; note?: string }
  /** wet film by a gauge while it is laid */
  | { kind: 'film'; workItemId: string; planRevisionId: string; readings: readonly FilmReading[]; note?: string }
  /** a face was kept wet */
  | { kind: 'round'; workItemId: string; planRevisionId: string; how: CureWay; note?: string }
  /** a hold point was looked at by somebody who did not do the work before it */
  | {
      kind: 'hold';
      workItemId: string;
      planRevisionId: string;
      verdict: 'released' | 'refused';
      reason?: string;
      /** by a guest from outside: drawn on the device of the entry's person, who saw it */ glass?: GlassSignature;
      note?: string;
    }
  /** what was refused at the hold point before this work was put right; the note says how */
  | { kind: 'redone'; workItemId: string; planRevisionId: string; note: string }
  /** hot work: how hot the kettle is, or that the fire watch after it is over and nothing smoulders */
  | { kind: 'hot'; workItemId: string; planRevisionId: string; of: 'kettle' | 'out'; kettleC?: number; note?: string }
  /** a coat as it was found some time after it was laid; what is not right is told in the note */
  | { kind: 'look'; workItemId: string; planRevisionId: string; look: CoatLookId; isRight: boolean; note?: string }
  /** the air of a confined space by the meter */
  | { kind: 'gas'; spaceId: string; reading: GasReading; note?: string }
  /** how somebody who is down is brought out of a confined space from outside, and who is called */
  | { kind: 'rescue'; spaceId: string; out: string; call: string; note?: string }
  /** somebody went into a confined space, with who watches outside, or came out */
  | { kind: 'inside'; spaceId: string; name: string; went: 'in' | 'out'; watcher?: string; note?: string }
  /** whoever works alone is asked how he is, every so many minutes */
  | { kind: 'alone'; state: 'begun' | 'well' | 'ended'; everyMin?: number; note?: string }
  /** the talk before a day's work: on which cautions, and who heard it */
  | {
      kind: 'talk';
      cautions: readonly string[];
      heard: readonly string[];
      /** of who heard it, as their house kept them that day */ cards?: readonly ShownCard[];
      note?: string;
    }
  /** a last word of a day, YYYY-MM-DD by the job's calendar, by who answers for it */
  | {
      kind: 'diary';
      day: string;
      word: string;
      /** who came, and why */ visitors?: string;
      /** what kept the work up, and how long */ delays?: string;
      note?: string;
    }
  /** the work as it looked: the picture's own hash is sealed with the entry */
  | {
      kind: 'photo';
      workItemId: string;
      planRevisionId: string;
      photoId: string;
      /** SHA-256 of the file as the camera gave it, hex */ originalSha256: string;
      of: PhotoOf;
      note?: string;
    }
  /** a test of the finished work as it was read; how it is judged follows from what was released */
  | {
      kind: 'test';
      faceId: string;
      planRevisionId: string;
      /** of the planned tests of the face */ testId: string;
      result: TestResult;
      instrument?: string;
      /** YYYY-MM-DD */ calibratedOn?: string;
      witness?: string;
      /** or the air of the room, in words */ weather?: string;
      /** after which mending it was taken again */ mendId?: string;
      note?: string;
    }
  /** somebody puts his name to the dossier as it stood */
  | {
      kind: 'sign';
      role: SignRole;
      covers: {
        /** of the plan that was released last */ revisionFingerprint: string;
        /** the last line that it covers, and through its chain all before it */ receiptSeq: number;
        receiptHash: string;
        readingsSha256: string;
        photosSha256: string;
      };
      /** SHA-256 of `covers` */ fingerprint: string;
      /** of a client who has no account: drawn on somebody's device, who is the entry's person and saw it */ glass?: GlassSignature;
      note?: string;
    }
  /** takes a signature back */
  | { kind: 'unsign'; signId: string; reason: string; note?: string }
  /** a finished face was seen again: its look was due, or somebody called */
  | {
      kind: 'visit';
      faceId: string;
      why: VisitWhy;
      /** how it was */ wet: VisitWet;
      /** what was found done to it, or left undone, that its care forbids; none: nothing of the kind */ found: readonly VoidedBy[];
      /** YYYY-MM-DD; when a leak was first seen by who has the place, and when the house was told */ seenOn?: string;
      toldOn?: string;
      note?: string;
    }
  /** takes back what its own writer wrote a moment before */
  | { kind: 'withdrawn'; note?: string };

/** A card as it was shown at the talk before work. */
export interface ShownCard extends SkillCard {
  /** whose */ name: string;
}

/** A name written by hand on the glass. */
export interface GlassSignature {
  name: string;
  /** for whom he signs */ firm?: string;
  /** SVG path data of M and L with whole numbers, in thousandths of the pad's width */ drawn: string;
}

/** As whom somebody signs: as he stands in the house, or as the client. */
export const SIGN_ROLES = ['planner', 'foreman', 'inspector', 'client'] as const;
export type SignRole = (typeof SIGN_ROLES)[number];

/** Why somebody went back. */
export const VISIT_WHYS = ['look', 'call-back'] as const;
export type VisitWhy = (typeof VISIT_WHYS)[number];

/** How a finished face was found. */
export const VISIT_WETS = ['dry', 'damp', 'leaks'] as const;
export type VisitWet = (typeof VISIT_WETS)[number];

/** What a photo of the work shows; `hidden`: what the next work covers for good. */
export const PHOTO_OF = ['before', 'after', 'hidden'] as const;
export type PhotoOf = (typeof PHOTO_OF)[number];

/** Air of a confined space by the meter. */
export interface GasReading {
  oxygenPct: number;
  /** of the lower explosive limit */ lelPct: number;
  h2sPpm: number;
  coPpm: number;
}

/** A wet film as read, and where on its face, m from its left end and its foot; a place only where somebody told it. */
export interface FilmReading {
  wetMm: number;
  uM?: number;
  vM?: number;
}

/**
 * One line of the log as its device wrote it. `prevHash` links it to the device's entry before, `hash` covers everything
 * but itself and the signature. `signature` is the device's own over the hash; null from a device that holds no key.
 */
export interface LogEntry {
  id: string;
  jobId: string;
  deviceId: string;
  /** 1, 2, 3 … per device and job */ deviceSeq: number;
  prevHash: string;
  personId: string;
  personName: string;
  /** when it happened at the wall */ occurredAt: string;
  /** when the device wrote it down, by its own clock */ writtenAt: string;
  /** by how much its clock was ahead of the server's, s, where it was and the device knew; `occurredAt` is without it */ clockAheadS?: number;
  /** id of the entry that this one corrects */ supersedes?: string;
  /** why it does */ supersedesReason?: string;
  body: EntryBody;
  hash: string;
  signature: string | null;
}

/** What the server adds: its own number and link, in the order of arrival. */
export interface Receipt {
  entryId: string;
  receiptSeq: number;
  receivedAt: string;
  prevReceiptHash: string;
  receiptHash: string;
  /** which server's key signed `receiptHash` */ keyId?: string;
  signature?: string;
}

export interface LogLine {
  entry: LogEntry;
  receipt: Receipt;
  /** when its device was told lost, where the server received the line after that */ deviceRevokedAt?: string;
  /** set when the line came with an imported file rather than from a device */ importedAt?: string;
}

export const FIRST_LINK = '0'.repeat(64);

/** SHA-256 of the canonical JSON (RFC 8785), hexadecimal. */
export function hashOf(value: unknown): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalize(value)!)));
}

export type UnsealedEntry = Omit<LogEntry, 'hash' | 'signature'>;

export function sealEntry(entry: UnsealedEntry): LogEntry {
  return { ...entry, hash: hashOf(entry), signature: null };
}

export function entryHash({ hash: _hash, signature: _signature, ...sealed }: LogEntry): string {
  return hashOf(sealed);
}

type UnsealedReceipt = Omit<Receipt, 'receiptHash' | 'entryId' | 'keyId' | 'signature'>;

export function sealReceipt(entry: LogEntry, receipt: UnsealedReceipt): Receipt {
  return { entryId: entry.id, ...receipt, receiptHash: receiptHash(entry, receipt) };
}

function receiptHash(entry: Pick<LogEntry, 'hash'>, { receiptSeq, receivedAt, prevReceiptHash }: UnsealedReceipt): string {
  return hashOf({ entryHash: entry.hash, receiptSeq, receivedAt, prevReceiptHash });
}

/** The first thing wrong with a log, or null. Lines in the order of their receipts. */
export interface BrokenLink {
  code: 'entry-altered' | 'device-chain-broken' | 'receipt-altered' | 'receipt-chain-broken';
  receiptSeq: number;
  entryId: string;
}

export function findBrokenLink(lines: readonly LogLine[]): BrokenLink | null {
  const lastOfDevice = new Map<string, LogEntry>();
  let lastReceipt: Receipt | undefined;
  for (const { entry, receipt } of lines) {
    const broken = (code: BrokenLink['code']): BrokenLink => ({ code, receiptSeq: receipt.receiptSeq, entryId: entry.id });
    if (entryHash(entry) !== entry.hash) return broken('entry-altered');
    const before = lastOfDevice.get(entry.deviceId);
    if (entry.prevHash !== (before?.hash ?? FIRST_LINK) || entry.deviceSeq !== (before?.deviceSeq ?? 0) + 1)
      return broken('device-chain-broken');
    if (receipt.entryId !== entry.id || receiptHash(entry, receipt) !== receipt.receiptHash) return broken('receipt-altered');
    if (receipt.prevReceiptHash !== (lastReceipt?.receiptHash ?? FIRST_LINK) || receipt.receiptSeq !== (lastReceipt?.receiptSeq ?? 0) + 1)
      return broken('receipt-chain-broken');
    lastOfDevice.set(entry.deviceId, entry);
    lastReceipt = receipt;
  }
  return null;
}
