import { en } from './en';

type Plain<Key> = Key extends `${infer Base}_ordinal_${string}`
  ? Base
  : Key extends `${infer Base}_one` | `${infer Base}_other`
    ? Base
    : Key;
/** What can be said, plural forms under one name. */
export type WordKey = Plain<keyof typeof en>;

/** What is filled in. `count` chooses the form, of places where it is `ordinal`. */
type Values = Record<string, string | number> & { count?: number };
export type Words<Key extends string = WordKey> = (key: Key, values?: Values, isPlace?: 'ordinal') => string;

type Given = Readonly<Record<string, string>>;

/**
 * Says things in one language. Forms of number follow the Unicode rules that the platform brings
 * (Intl.PluralRules), as do digits (Intl.NumberFormat); what a catalogue lacks is said in English.
 *
 * @param language as BCP 47 has it, such as "de"
 * @param catalogue its words
 */
export function sayIn<Key extends string = WordKey>(language: string, catalogue: Given): Words<Key> {
  const digits = new Intl.NumberFormat(language);
  return (key, values = {}, isPlace) =>
    formOf(key, { language, catalogue, count: values.count, isPlace }).replace(/{{(\w+)}}/g, (_, name: string) => {
      const value = values[name] ?? '';
      return typeof value === 'number' ? digits.format(value) : value;
    });
}

interface Form {
  language: string;
  catalogue: Given;
  count: number | undefined;
  isPlace: 'ordinal' | undefined;
}

function formOf(key: string, { language, catalogue, count, isPlace }: Form): string {
  const rules = new Intl.PluralRules(language, { type: isPlace ?? 'cardinal' });
  const form = `${key}${isPlace ? '_ordinal' : ''}_${count === undefined ? '' : rules.select(count)}`;
  const other = `${key}${isPlace ? '_ordinal' : ''}_other`;
  return catalogue[form] ?? catalogue[other] ?? catalogue[key] ?? (en as Given)[key] ?? key;
}

/** What a coordinator left as it was proposed is Jacana's own word, and said in the language that is read. */
export const orOwn = (typed: string, own: 'most-liked' | 'least-liked', t: Words): string =>
  typed === '' || typed === en[own] ? t(own) : typed;
