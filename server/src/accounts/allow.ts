import { applyDecorators, createParamDecorator, type ExecutionContext, SetMetadata } from '@nestjs/common';
import { ApiForbiddenResponse, ApiUnauthorizedResponse } from '@nestjs/swagger';
import type { Request } from 'express';
import type { Role } from '../database/entities';

/** Who may use a route: roles, or 'anyone' for sign-in and ballots (which check their own token). */
export type Access = readonly Role[] | 'anyone';
export const ACCESS = 'access';

/** Opens a route to some roles. A route without it, or {@link Anyone}, answers nobody. */
export const Allow = (...roles: Role[]) =>
  applyDecorators(
    SetMetadata(ACCESS, roles),
    ApiUnauthorizedResponse({ description: 'Not signed in' }),
    ApiForbiddenResponse({ description: 'Not for this role' }),
  );

export const Anyone = () => SetMetadata(ACCESS, 'anyone');

/** The signed-in person, as the guard found them. */
export interface Me {
  id: string;
  name: string;
  role: Role;
  /** The session that this is asked in, where somebody signed in. */
  session?: string;
}

export interface SignedInRequest extends Request {
  me?: Me;
}

/** Parameter decorator: the signed-in person. */
export const SignedIn = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<SignedInRequest>().me,
);
