import { Injectable } from '@nestjs/common';
import { type EntityManager, Like } from 'typeorm';
import { contentOf, JOURNALED, nameOf, sha256, type Journaled } from '../database/guards';
import { JournalRow } from './journal.row';

/** So many hex digits of a hash are printed, in fours: nobody finds another history that has them too. */
const [SHOWN, TOGETHER] = [20, 4];

/** How far the chain of a tasting goes, as it is printed. */
export interface Mark {
  number: number;
  mark: string;
}

/** Rows that are looked through before others have their turn. */
const AT_ONCE = 2000;

/**
 * The chain of all records of a tasting: answers, logs, plan and key, hand-ins, and what was done about them. Who has the
 * file can write all of it anew; but not so that it still fits a mark that was printed or that a phone keeps.
 */
@Injectable()
export class JournalService {
  /** The end of the chain. */
  async mark(manager: EntityManager, tastingId: string): Promise<Mark> {
    const last = await manager.findOne(JournalRow, { where: { tastingId }, order: { number: 'DESC' } });
    return { number: last?.number ?? 0, mark: last ? shown(last.hash) : '' };
  }

  /** Where in the chain a mark stands that was printed or kept; null where it does not. */
  async find(manager: EntityManager, tastingId: string, typed: string): Promise<Mark | null> {
    const digits = typed.toLowerCase().replace(/[^0-9a-f]/g, '');
    if (digits.length !== SHOWN) return null;
    const link = await manager.findOneBy(JournalRow, { tastingId, hash: Like(`${digits}%`) });
    return link && { number: link.number, mark: shown(link.hash) };
  }

  /** What of a tasting is not as it was stored, in words; nothing where all is. */
  async problems(manager: EntityManager, tastingId: string): Promise<string[]> {
    const links = await manager.find(JournalRow, { where: { tastingId }, order: { number: 'ASC' } });
    const broken = await brokenLink(links);
    const found = broken === null ? [] : [`The chain of records breaks at its link ${broken}.`];
    for (const one of JOURNALED) found.push(...(await this.differences(manager, { tastingId, one, links })));
    return found;
  }

  private async differences(
    manager: EntityManager,
    { tastingId, one, links }: { tastingId: string; one: Journaled; links: readonly JournalRow[] },
  ): Promise<string[]> {
    const handedIn = one.of === 'ballots' ? ' AND own."handedInAt" IS NOT NULL' : '';
    const rows = await manager.query<{ name: string; content: string }[]>(
      `SELECT ${nameOf(one, 'own')} AS name, ${contentOf(one, 'own')} AS content FROM "${one.of}" AS own WHERE own."tastingId" = ?${handedIn}`,
      [tastingId],
    );
    // The last word on a row counts: a ballot may be handed in anew.
    const said = new Map(links.filter(({ of }) => of === one.of).map((link) => [link.name, link.said]));
    let [changed, unknown] = [0, 0];
    for (const [at, { name, content }] of rows.entries()) {
      if (at % AT_ONCE === AT_ONCE - 1) await new Promise((resolve) => setImmediate(resolve));
      const own = said.get(name);
      if (own === undefined) unknown++;
      else if (own !== sha256(content)) changed++;
      said.delete(name);
    }
    const gone = one.mayGo ? 0 : said.size;
    return [
      ...(changed > 0 ? [`Of ${WORDS[one.of]} ${changed} ${wasOrWere(changed)} changed after being stored.`] : []),
      ...(unknown > 0 ? [`Of ${WORDS[one.of]} ${unknown} ${wasOrWere(unknown)} slipped in.`] : []),
      ...(gone > 0 ? [`Of ${WORDS[one.of]} ${gone} ${wasOrWere(gone)} taken out.`] : []),
    ];
  }
}

const WORDS: Readonly<Record<string, string>> = {
  plans: 'the plans',
  keys: 'the keys',
  amended_keys: 'the keys of those who walked in',
  audit: 'the entries of the log',
  entries: 'the records of the day',
  answers: 'the answers',
  ballots: 'the ballots handed in',
};
const wasOrWere = (count: number): string => (count === 1 ? 'was' : 'were');

const shown = (hash: string): string =>
  hash
    .slice(0, SHOWN)
    .match(new RegExp(`.{${TOGETHER}}`, 'g'))!
    .join(' ');

/** Number of the first link that does not follow from the one before; null where all do. */
async function brokenLink(links: readonly JournalRow[]): Promise<number | null> {
  let before = '';
  for (const [at, { number, of, name, said, hash }] of links.entries()) {
    if (at % AT_ONCE === AT_ONCE - 1) await new Promise((resolve) => setImmediate(resolve));
    if (number !== at + 1 || hash !== sha256(`${before}\n${of}\n${name}\n${said}`)) return at + 1;
    before = hash;
  }
  return null;
}
