import { describe, expect, it } from '@jest/globals';
import { decoded } from '../src/stages/ask/encoding';

const NAME = 'Crème brûlée, Żurek';
const utf16 = (text: string, isBig: boolean): Uint8Array => {
  const bytes = Buffer.from(`\uFEFF${text}`, 'utf16le');
  return isBig ? bytes.swap16() : bytes;
};

describe('decoded', () => {
  it.each([
    ['UTF-8', Buffer.from(NAME), 'utf-8'],
    ['UTF-8 with a byte order mark', Buffer.from(`\uFEFF${NAME}`), 'utf-8'],
    ['UTF-16, low byte first', utf16(NAME, false), 'utf-16le'],
    ['UTF-16, high byte first', utf16(NAME, true), 'utf-16be'],
  ])('reads %s, without its mark', (_what, bytes, encoding) => {
    expect(decoded(bytes)).toEqual({ text: NAME, encoding });
  });

  it('takes what cannot be UTF-8 for Windows-1252', () => {
    const bytes = Uint8Array.from([...Buffer.from('Cr'), 0xe8, ...Buffer.from('me')]);
    expect(decoded(bytes)).toEqual({ text: 'Crème', encoding: 'windows-1252' });
  });
});
