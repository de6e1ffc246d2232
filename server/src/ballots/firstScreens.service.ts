import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { OPTIONS, type ServerOptions } from '../options/options';
import type { BallotView } from '../seal/views/panelist';
import { BallotsService } from './ballots.service';

type FirstScreen = (ballot: BallotView) => Promise<string>;

/** Remembers which button was pressed before the scripts of the page are there; they press it again. */
const EARLY = `document.addEventListener('click',e=>{const b=e.target.closest('#root button');if(b&&!document.documentElement.dataset.runs){document.documentElement.dataset.pressed=[...document.querySelectorAll('#root button')].indexOf(b);b.style.opacity=.5}})`;

/** Allows this one script in the page, by its content. */
export const EARLY_ALLOWED = `'sha256-${createHash('sha256').update(EARLY).digest('base64')}'`;

/** What JSON could end a script element with. */
const asJson = (value: unknown): string => JSON.stringify(value).replaceAll('<', '\\u003c');

/**
 * The page of a ballot that nobody has opened yet comes with its first screen, its style and its questions, so that
 * it can be read and begun on a slow line before its scripts are there (docs/decisions/0039). Whatever stands in the
 * way of that, the page as it is for everybody does as before.
 */
@Injectable()
export class FirstScreens {
  private readonly logger = new Logger(FirstScreens.name);
  private readonly parts: { page: string; style: string; screen: string } | null;

  constructor(
    @Inject(OPTIONS) options: ServerOptions,
    private readonly ballots: BallotsService,
  ) {
    this.parts = options.web === null ? null : partsIn(options.web);
  }

  /** @returns the page, null where it is the one for everybody; and whether there is a ballot of this token at all */
  async page(token: string): Promise<{ page: string | null; isThere: boolean }> {
    const isThere = await this.ballots.isThere(token);
    if (!this.parts || !isThere) return { page: null, isThere };
    try {
      const ballot = await this.ballots.unopened(token);
      return { page: ballot && (await this.filled(this.parts, ballot)), isThere };
    } catch (error) {
      this.logger.warn({ error }, 'A first screen could not be made; the page went out without.');
      return { page: null, isThere };
    }
  }

  private async filled({ page, style, screen }: NonNullable<typeof this.parts>, ballot: BallotView): Promise<string> {
    const { firstScreen } = (await import(screen)) as { firstScreen: FirstScreen };
    const root = `<div id="root">${await firstScreen(ballot)}</div><script>${EARLY}</script>`;
    const sent = `<script type="application/json" id="ballot">${asJson(ballot)}</script>`;
    return page
      .replace('<html lang="en">', () => `<html lang="${ballot.language}">`)
      .replace(/<link rel="stylesheet"/, (link) => `<style>${style}</style>${link} media="print"`)
      .replace(/<div id="root">.*?<\/div>/s, () => root + sent);
  }
}

function partsIn(web: string): { page: string; style: string; screen: string } | null {
  const page = join(web, 'ballot.html');
  const screen = join(web, '..', 'dist-screen', 'firstScreen.cjs');
  if (!existsSync(page) || !existsSync(screen)) return null;
  const text = readFileSync(page, 'utf8');
  const sheets = readdirSync(join(web, 'assets')).filter((name) => name.endsWith('.css') && text.includes(name));
  const style = sheets.map((name) => readFileSync(join(web, 'assets', name), 'utf8')).join('');
  // Typefaces would hold up the scripts; they come with the sheet itself, which the page asks for once it runs.
  return { page: text, screen, style: style.replace(/@font-face\s*{[^}]*}/g, '') };
}
