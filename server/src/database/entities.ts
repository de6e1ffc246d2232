import {
  type Allergen,
  type Analysis,
  type Answer,
  type ChainStep,
  type Effort,
  type Measures,
  type Piece,
  type Range,
  type Serving,
} from '@jacana/core/bundle';
import type { Locale } from '@jacana/core/kitchen';
import { Column, Entity, ForeignKey, Index, PrimaryColumn, PrimaryGeneratedColumn, Unique } from 'typeorm';
import { asDesign, type Design } from './design';

/**
 * Tables of everything but the key, which the seal module keeps to itself. Times are
 * ISO 8601 texts and lists are JSON texts, so that any SQL database can hold them.
 */

export const ROLES = ['coordinator', 'kitchen', 'server', 'reader'] as const;
export type Role = (typeof ROLES)[number];

@Entity('accounts')
export class AccountRow {
  @PrimaryColumn('varchar') id: string;
  @Column('varchar') name: string;
  @Column('varchar', { unique: true }) login: string;
  @Column('varchar') role: Role;
  @Column('varchar') passwordHash: string;
  /** Sign-ins shipped with the demo; refused when the server is open to the network. */
  @Column('boolean') demo: boolean;
  @Column('varchar') createdAt: string;
}

@Entity('sessions')
export class SessionRow {
  /** SHA-256 of the cookie, so that a copy of the data file signs nobody in. */
  @PrimaryColumn('varchar') tokenHash: string;
  @Column('varchar') @ForeignKey(() => AccountRow) accountId: string;
  @Column('varchar') expiresAt: string;
  @Column('varchar', { default: '' }) openedAt: string;
  /** Of the last request, to some minutes. */
  @Column('varchar', { default: '' }) seenAt: string;
  @Column('varchar', { nullable: true }) endedAt: string | null;
  /** SHA-256 of a mark that the browser keeps: which sessions were opened in one place. */
  @Column('varchar', { default: '' }) device: string;
  @Column('varchar', { default: '' }) address: string;
  /** What the browser calls itself. */
  @Column('varchar', { default: '' }) agent: string;
}

@Entity('tastings')
export class TastingRow {
  @PrimaryColumn('varchar') id: string;
  @Column('varchar') title: string;
  @Column('text') question: string;
  @Column('varchar') ballotTitle: string;
  /** All else that is decided before locking, as the bundle has it; what an older Jacana wrote is brought up when read. */
  @Column('text', { transformer: asDesign }) design: Design;
  @Column('integer') piecesPerMethod: number;
  @Column('float') alpha: number;
  /** The sitting that is open. */
  @Column('integer') sitting: number;
  @Column('varchar') createdAt: string;
  @Column('varchar', { nullable: true }) closedAt: string | null;
  @Column('varchar', { nullable: true }) unsealedAt: string | null;
  @Column('varchar', { nullable: true }) unsealedBy: string | null;
  @Column('varchar', { nullable: true }) removedAt: string | null;
  /** What it is cooked on and when it is served; null where nobody said. Its version goes up with every change. */
  @Column('simple-json', { nullable: true }) range: Range | null;
  @Column('integer', { nullable: true }) rangeVersion: number | null;
  @Column('varchar', { nullable: true }) rangeSavedAt: string | null;
  /** Goes up with every saved draft, so that whoever saves says which one they read. */
  @Column('integer') version: number;
}

@Entity('methods')
export class MethodRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') id: string;
  @Column('integer') place: number;
  @Column('varchar') name: string;
  @Column('text') note: string;
  @Column('text') steps: string;
  /** Step by step, as the bundle has it; null for plans from before steps had parts. */
  @Column('simple-json', { nullable: true }) chain: ChainStep[] | null;
  @Column('varchar') equipment: string;
  @Column('boolean') reference: boolean;
  /** What it asks of the cook, as the bundle has it; null where nobody said. */
  @Column('simple-json', { nullable: true }) effort: Effort | null;
  /** Share of the mass lost in cooking; null where it is the tasting's. */
  @Column('float', { nullable: true }) cookLoss: number | null;
}

@Entity('panelists')
export class PanelistRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') id: string;
  @Column('integer') seat: number;
  @Column('varchar') name: string;
  /** Of somebody who walked in: with whom they are served. */
  @Column('integer', { nullable: true }) flight: number | null;
  /** Part of the ballot's address; whoever has it can answer. */
  @Column('varchar', { unique: true }) token: string;
  /** The one device that may answer now. */
  @Column('varchar', { nullable: true }) device: string | null;
}

/** What somebody must not eat: for coordinators, and never exported. */
@Entity('exclusions')
export class ExclusionRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') panelistId: string;
  @Column('simple-json') allergens: Allergen[];
  @Column('varchar') others: string;
}

/** How far one panelist's ballot of one sitting has come; there is none before it was opened. */
@Entity('ballots')
export class BallotRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') panelistId: string;
  @PrimaryColumn('integer') sitting: number;
  @Column('varchar', { nullable: true }) openedAt: string | null;
  @Column('varchar', { nullable: true }) seenAt: string | null;
  @Column('varchar', { nullable: true }) handedInAt: string | null;
  /** Made by the device, so that handing in twice counts once. */
  @Column('varchar', { nullable: true }) handInId: string | null;
}

@Entity('plans')
export class PlanRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar') lockedAt: string;
  @Column('varchar') engine: string;
  @Column('float') alpha: number;
  @Column('varchar') analysis: Analysis;
  @Column('integer') scheme: 1 | 2 | 3;
  @Column('varchar') fingerprint: string;
  @Column('simple-json') servings: Serving[];
  @Column('simple-json') pieces: Piece[];
}

/** Append-only: a correction is a new row, and what it corrects stays. */
@Entity('answers')
@Unique(['tastingId', 'panelistId', 'answerId'])
export class AnswerRow {
  @PrimaryGeneratedColumn() seq: number;
  @Column('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar') panelistId: string;
  /** Made by the device, so that sending twice stores once. */
  @Column('varchar') answerId: string;
  @Column('integer') sitting: number;
  @Column('varchar') kind: Answer['kind'];
  /** The question that it answers. */
  @Column('varchar', { nullable: true }) item: string | null;
  @Column('varchar', { nullable: true }) code: string | null;
  /** Which set of the sitting, from 0. */
  @Column('integer', { nullable: true }) set: number | null;
  /** What it says, by field, such as score or ranking; null where it says nothing more. */
  @Column('simple-json', { nullable: true }) value: Record<
    string,
    number | string | string[] | string[][] | null
  > | null;
  @Column('varchar') at: string;
  @Column('varchar') by: string;
  @Column('text') reason: string;
}

/** The records of the day, each of its own tasting. */
export const LOGS = ['caveats', 'kitchen', 'service', 'amendments'] as const;
export type LogName = (typeof LOGS)[number];

/** One line of a record of the day. Append-only: a correction or an undo is one more row. */
@Entity('entries')
@Unique(['tastingId', 'log', 'entryId'])
export class EntryRow {
  @PrimaryGeneratedColumn() seq: number;
  @Column('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar') log: LogName;
  /** Made by the device, so that sending twice stores once. */
  @Column('varchar') entryId: string;
  /** By the device's clock, and by this one. */
  @Column('varchar') at: string;
  @Column('varchar') storedAt: string;
  @Column('varchar') by: string;
  /** Account that wrote it; empty for one that came with an imported bundle. */
  @Column('varchar') byAccount: string;
  @Column('simple-json') body: { kind: string };
}

/** A thermometer or scale that may send readings to one tasting. */
@Entity('devices')
export class DeviceRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') name: string;
  @Column('varchar') measures: Measures;
  /** SHA-256 of the token that it sends by; null once it may no longer, or where it came with a bundle. */
  @Column('varchar', { nullable: true, unique: true }) tokenHash: string | null;
  @Column('varchar') createdAt: string;
}

/** What one channel measured within one minute. Never read together with its tasting: there are very many. */
@Entity('readings')
export class ReadingRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') device: string;
  @PrimaryColumn('integer') channel: number;
  /** Since the beginning of 1970. */
  @PrimaryColumn('integer') minute: number;
  /** Seconds within it, and what was measured then. */
  @Column('simple-json') seconds: number[];
  @Column('simple-json') values: number[];
  /** Of the values, so that long curves are drawn without reading each. */
  @Column('integer') count: number;
  @Column('float') sum: number;
  @Column('float') least: number;
  @Column('float') most: number;
}

/** A picture of a piece, under the id of its entry in the kitchen log. Never read together with its tasting. */
@Entity('photos')
export class PhotoRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') id: string;
  @Column('blob') jpeg: Buffer;
}

/** What one of two people read off a ballot on paper; it counts for nothing until they agree. */
@Entity('typings')
export class TypingRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') panelistId: string;
  @PrimaryColumn('integer') sitting: number;
  /** 1 for who typed first, 2 for who did not see that. */
  @PrimaryColumn('integer') turn: number;
  @Column('varchar') at: string;
  @Column('varchar') by: string;
  @Column('varchar') byAccount: string;
  @Column('simple-json') answers: Answer[];
}

/** A picture of a ballot on paper, to type and to settle by. */
@Entity('paper_pictures')
export class PaperPictureRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @PrimaryColumn('varchar') panelistId: string;
  @PrimaryColumn('integer') sitting: number;
  @Column('blob') jpeg: Buffer;
}

/** What live screens hear of; the number is the event id that a returning client names. */
@Entity('events')
export class EventRow {
  @PrimaryGeneratedColumn() seq: number;
  @Index() @Column('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  /** The topic, as its module registered it. */
  @Column('varchar') kind: string;
  /** What of it moved, such as a seat; empty where there is only one thing. */
  @Column('varchar') about: string;
}

/** Who did what; each entry carries the hash of the one before. */
@Entity('audit')
export class AuditRow {
  @PrimaryGeneratedColumn() seq: number;
  @Column('varchar') at: string;
  @Column('varchar') by: string;
  @Column('varchar') action: string;
  @Index() @Column('varchar', { nullable: true }) tastingId: string | null;
  @Column('text') detail: string;
  @Column('varchar') previousHash: string;
  @Column('varchar') hash: string;
}

/** Findings as they were computed, with what they were computed from. */
@Entity('snapshots')
export class SnapshotRow {
  @PrimaryColumn('varchar') @ForeignKey(() => TastingRow) tastingId: string;
  @Column('varchar') bundleHash: string;
  @Column('varchar') engine: string;
  @Column('varchar') seed: string;
  @Column('varchar') computedAt: string;
  @Column('text') findings: string;
}

/** What holds for the house, whatever is tasted; one row. */
@Entity('house')
export class HouseRow {
  @PrimaryColumn('varchar') id: string;
  /** Without serving times, which belong to a day. */
  @Column('simple-json', { nullable: true }) range: Range | null;
  @Column('varchar') locale: Locale;
}
