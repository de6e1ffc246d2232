import type { NextFunction, Request, Response } from 'express';
import { refuseFields } from '../fields/problems';

/** Deeper than any body that Jacana takes; what reads a body by recursion is safe below it. */
const DEEPEST = 40;

/** Refuses a body that is nested so deep that reading it would break what reads it. */
export function refuseDepth({ body }: Request, _response: Response, next: NextFunction): void {
  let level: unknown[] = [body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST)
      return next(
        refuseFields([{ field: 'body', message: 'This is nested too deep to be anything that Jacana takes.' }]),
      );
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? (Object.values(one) as unknown[]) : []));
  }
  next();
}
