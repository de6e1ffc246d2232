import { CODE, ID_LENGTH, MOST_TOGETHER, TAG, WELL_FORMED, type Limits } from '@jacana/core/bundle';
import { applyDecorators, HttpCode } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsDefined,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateNested,
} from 'class-validator';

/**
 * The kinds of field that requests and answers are made of. Each one says at once how the
 * field is validated, what the person reads when it is wrong, and how the API contract
 * describes it, so that nothing is typed twice.
 */
interface TextRules {
  least?: number;
  pattern?: RegExp;
  /** What to do instead, when the pattern does not match. */
  patternMessage?: string;
}

export function Text(most: number, { least = 0, pattern, patternMessage }: TextRules = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, minLength: least, maxLength: most, pattern: pattern?.source }),
    IsString({ message: 'This should be text.' }),
    ...(least > 0
      ? [MinLength(least, { message: least === 1 ? 'This cannot be empty.' : `Use at least ${least} characters.` })]
      : []),
    MaxLength(most, { message: `Use at most ${most} characters.` }),
    Matches(WELL_FORMED.pattern, { message: WELL_FORMED.message }),
    ...(pattern ? [Matches(pattern, { message: patternMessage })] : []),
  );
}

/** A reason that says something: two words at the least. */
export const Reason = (most: number): PropertyDecorator =>
  Text(most, {
    least: 3,
    pattern: /\p{L}{2,}\P{L}+\p{L}{2,}/u,
    patternMessage: 'Say it in a few words, for whoever reads the log.',
  });

export function Whole({ least, most }: Limits): PropertyDecorator {
  const message = `This should be a whole number from ${least} to ${most}.`;
  return applyDecorators(
    ApiProperty({ type: 'integer', minimum: least, maximum: most }),
    IsInt({ message }),
    Min(least, { message }),
    Max(most, { message }),
  );
}

export function Decimal({ least, most }: Limits): PropertyDecorator {
  const message = `This should be a number from ${least} to ${most}.`;
  return applyDecorators(
    ApiProperty({ type: 'number', minimum: least, maximum: most }),
    IsNumber({}, { message }),
    Min(least, { message }),
    Max(most, { message }),
  );
}

export function Flag(): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: Boolean }), IsBoolean({ message: 'This should be true or false.' }));
}

export function Choice(values: readonly string[], name: string): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ enum: values, enumName: name }),
    IsIn([...values], { message: `This should be one of: ${values.join(', ')}.` }),
  );
}

/** A list of some of the values, each once. */
export function Choices(values: readonly string[], name: string): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ enum: values, enumName: name, isArray: true, maxItems: values.length }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMaxSize(values.length, { message: `List at most ${values.length}.` }),
    IsIn([...values], { each: true, message: `Each of these should be one of: ${values.join(', ')}.` }),
  );
}

/** An id made by a client: long enough not to clash. */
export function Id(): PropertyDecorator {
  return Text(40, { least: 6, pattern: /^[\w-]+$/, patternMessage: 'An id has only letters, digits, - and _.' });
}

/** A point in time, as ISO 8601 with a time zone. */
export function Moment(): PropertyDecorator {
  const message = 'This should be a time such as 2026-03-05T18:00:00.000Z.';
  return applyDecorators(
    ApiProperty({ type: String, format: 'date-time' }),
    IsISO8601({ strict: true }, { message }),
    // Without a zone it would be read as this machine's own.
    Matches(/(Z|[+-]\d{2}:?\d{2})$/i, { message }),
  );
}

/** An id out of a draft, which may have come with a bundle: any short text. */
export const DraftId = (): PropertyDecorator => Text(ID_LENGTH, { least: 1 });

export function Code(): PropertyDecorator {
  return Text(3, { pattern: CODE.pattern, patternMessage: CODE.message });
}

export const Tag = (): PropertyDecorator => Text(3, { pattern: TAG.pattern, patternMessage: TAG.message });

/** A list of kitchen tags. */
export function Tags(most: number): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: [String], maxItems: most }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMaxSize(most, { message: `List at most ${most}.` }),
    Matches(TAG.pattern, { each: true, message: TAG.message }),
  );
}

/** A list of blind codes. */
export function Codes(most: number): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: [String], maxItems: most }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMaxSize(most, { message: `List at most ${most}.` }),
    Matches(CODE.pattern, { each: true, message: CODE.message }),
  );
}

/** A list of objects of one class, each validated. */
export function ListOf(item: () => new () => object, most: number, least = 0): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: () => item(), isArray: true, minItems: least, maxItems: most }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMinSize(least, { message: `List at least ${least}.` }),
    ArrayMaxSize(most, { message: `List at most ${most}.` }),
    // A list inside the list would pass as nothing to validate.
    IsObject({ each: true, message: 'This should be a list of objects.' }),
    ValidateNested({ each: true, message: 'This should be an object.' }),
    Type(item),
  );
}

/** A list of plain texts. */
export function Texts(most: number, length: number): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: [String], maxItems: most }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMaxSize(most, { message: `List at most ${most}.` }),
    IsString({ each: true, message: 'This should be a list of texts.' }),
    Matches(WELL_FORMED.pattern, { each: true, message: WELL_FORMED.message }),
    MaxLength(length, { each: true, message: `Use at most ${length} characters for each.` }),
  );
}

/** A list of whole numbers. */
export function Wholes(length: number, { least, most }: Limits): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: 'integer', isArray: true, maxItems: length }),
    IsArray({ message: 'This should be a list.' }),
    ArrayMaxSize(length, { message: `List at most ${length}.` }),
    IsInt({ each: true, message: 'This should be a list of whole numbers.' }),
    Min(least, { each: true, message: `Use at least ${least} for each.` }),
    Max(most, { each: true, message: `Use at most ${most} for each.` }),
  );
}

/** A nested object of one class, validated. */
export function Part(item: () => new () => object): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: () => item() }),
    IsDefined({ message: 'This is needed.' }),
    IsObject({ message: 'This should be an object.' }),
    ValidateNested({ message: 'This should be an object.' }),
    Type(item),
  );
}

/** The field may be left out. Put it above the field's own kind. */
export function Optional(): PropertyDecorator {
  return applyDecorators(IsOptional(), ApiProperty({ required: false }));
}

/** A field of an answer that needs no validation: what the server says of itself. */
export function Said(type: 'string' | 'integer' | 'number' | 'boolean', nullable = false): PropertyDecorator {
  return ApiProperty({ type, nullable });
}

/** A list of plain numbers in an answer. */
export const SaidNumbers = (): PropertyDecorator => ApiProperty({ type: [Number] });

/** A list of plain texts in an answer. */
export const SaidTexts = (): PropertyDecorator => ApiProperty({ type: [String] });

/** Groups of codes from most to least liked. */
export const SaidRanking = (nullable = false): PropertyDecorator =>
  ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'string' } }, nullable });

/**
 * Declares what a route answers with: one object, a list of them, or (without an argument)
 * nothing but the news that it was done.
 */
export function Answers(type?: (new () => object) | [new () => object]): MethodDecorator {
  if (!type) return applyDecorators(HttpCode(204), ApiNoContentResponse());
  return applyDecorators(
    HttpCode(200),
    ApiOkResponse(Array.isArray(type) ? { type: type[0], isArray: true } : { type }),
  );
}

/** Groups of codes from most to least liked, at most a dozen in all. */
export function Ranking(): PropertyDecorator {
  const isRanking = (value: unknown): boolean =>
    Array.isArray(value) &&
    value.length > 0 &&
    value.length <= MOST_TOGETHER &&
    value.every(
      (group) =>
        Array.isArray(group) &&
        group.length > 0 &&
        group.length <= MOST_TOGETHER &&
        group.every((code) => typeof code === 'string'),
    );
  return applyDecorators(
    SaidRanking(),
    ValidateBy({
      name: 'ranking',
      validator: {
        validate: isRanking,
        defaultMessage: () => 'A ranking is a list of groups of codes, most liked first.',
      },
    }),
  );
}
