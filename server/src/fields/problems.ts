import { BadRequestException, ConflictException, type ValidationError } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import type { Problem } from '@jacana/core/bundle';

export class ProblemView {
  @ApiProperty({ description: 'Path of the field, such as methods.1.name' })
  field: string;

  @ApiProperty()
  message: string;
}

/** What every refused request answers with. */
export class Refusal {
  @ApiProperty()
  statusCode: number;

  @ApiProperty({ description: 'One word for programs, such as closed or elsewhere' })
  error: string;

  @ApiProperty({ description: 'What to do next, for people' })
  message: string;

  @ApiProperty({ type: [ProblemView] })
  problems: ProblemView[];
}

/** A 400 that names each field that is wrong. */
export function refuseFields(problems: readonly Problem[]): BadRequestException {
  const [first] = problems;
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  return new BadRequestException({
    statusCode: 400,
    error: 'fields',
    message: `${first.field}: ${first.message}${more}`,
    problems,
  });
}

/** A 409: the request is sound, but not in the state that the tasting is in. */
export function refuseState(error: string, message: string): ConflictException {
  return new ConflictException({ statusCode: 409, error, message, problems: [] });
}

/** Turns class-validator's tree of errors into one problem per field. */
export function problemsOf(errors: readonly ValidationError[], path = ''): Problem[] {
  return errors.flatMap((error) => {
    const field = path ? `${path}.${error.property}` : error.property;
    const own = Object.entries(error.constraints ?? {});
    const [kind, message] = own[own.length - 1] ?? [];
    const text = kind === 'whitelistValidation' ? 'This field is not known.' : message;
    return [...(text ? [{ field, message: text }] : []), ...problemsOf(error.children ?? [], field)];
  });
}
