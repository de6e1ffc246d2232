import { InvalidArgumentError, Option } from 'commander';
import { PROTOCOLS } from '../src/inference';

/** Reads what stands behind an option; each says what it should have been. */
export const protocol = (names: readonly string[] = PROTOCOLS): Option =>
  new Option('--protocol <name>', `what is asked: ${names.join(', ')}`).argParser(named(names)).makeOptionMandatory();

/** A name out of a list, however it is written: 2-AFC, 2afc, Duo-Trio. */
function named(names: readonly string[]): (text: string) => string {
  const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');
  return (text) => {
    const found = names.find((name) => plain(name) === plain(text));
    if (found === undefined) throw new InvalidArgumentError(`Allowed choices are ${names.join(', ')}.`);
    return found;
  };
}

export function share(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!(value > 0 && value < 1)) throw new InvalidArgumentError('It should lie between 0 and 1.');
  return value;
}

export function positive(text: string): number {
  const value = Number(text);
  if (!(value > 0 && Number.isFinite(value))) throw new InvalidArgumentError('It should be above 0.');
  return value;
}

export function degrees(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value)) throw new InvalidArgumentError('It should be a temperature in °C.');
  return value;
}

export function whole(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isSafeInteger(value) || value < 0)
    throw new InvalidArgumentError('It should be a whole number, 0 or more.');
  return value;
}

export function numbers(text: string): number[] {
  const values = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (!values.every(Number.isFinite)) throw new InvalidArgumentError('It should be numbers separated by commas.');
  return values;
}

export const listed = (text: string): string[] => text.split(',').map((part) => part.trim());
