import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Response } from 'express';
import { QueryFailedError } from 'typeorm';
import { UnsoundStore } from '../database/transactions';
import type { Refusal } from '../fields/problems';

const WORDS: Record<number, string> = {
  400: 'bad-request',
  401: 'sign-in',
  403: 'not-allowed',
  404: 'not-found',
  413: 'too-large',
  429: 'too-often',
  503: 'unsound',
  507: 'full',
};

/** Gives every refusal one shape, and keeps the inside of a failure to the log. */
@Catch()
export class RefusalsFilter implements ExceptionFilter {
  private readonly logger = new Logger('Jacana');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const refusal = this.refusal(error);
    if (response.headersSent) return void response.end();
    response.status(refusal.statusCode).json(refusal);
  }

  private refusal(error: unknown): Refusal {
    const statusCode = statusOf(error);
    if (statusCode >= 500) this.logger.error({ err: error });
    const body = error instanceof HttpException ? error.getResponse() : {};
    const said = typeof body === 'string' ? { message: body } : (body as Partial<Refusal>);
    return {
      statusCode,
      error: WORDS[statusCode] ?? 'refused',
      problems: [],
      message: messageFor(statusCode, said),
      ...pick(said),
    };
  }
}

/** Express reports bad JSON and bodies that are too large as errors with a status of their own. */
function statusOf(error: unknown): number {
  if (error instanceof HttpException) return error.getStatus();
  if (error instanceof UnsoundStore) return 503;
  if (isDiskFull(error)) return 507;
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : 500;
}

/** SQLite says so as FULL, or, where only the log beside the file cannot grow, as a failed write. */
const isDiskFull = (error: unknown): boolean =>
  error instanceof QueryFailedError &&
  ['SQLITE_FULL', 'SQLITE_IOERR_WRITE'].includes((error.driverError as { code?: string }).code ?? '');

/** Our own refusals speak for themselves; what Express and Nest refuse by themselves gets plain words. */
function messageFor(statusCode: number, { message, problems }: Partial<Refusal>): string {
  if (statusCode === 507) return 'The disk is full: this was not stored. Make room on it, then try again.';
  if (statusCode === 503) return 'Jacana stops: its data file is not sound. Tell whoever runs it.';
  if (statusCode >= 500) return 'Something went wrong in Jacana. What was acknowledged before is safe; try again.';
  if (statusCode === 413) return 'This is too large to take in.';
  if (statusCode === 400 && !problems) return 'The request is not valid JSON.';
  return message ?? 'Refused.';
}

/** Nest's own exceptions say "Bad Request" as error; ours say one word for programs. */
function pick({ error, problems }: Partial<Refusal>): Partial<Refusal> {
  return problems ? { error, problems } : {};
}
