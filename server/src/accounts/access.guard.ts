import {
  type CanActivate,
  type ExecutionContext,
  ForbiddenException,
  Injectable,
  UnauthorizedException,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Response } from 'express';
import { ACCESS, type Access, type SignedInRequest } from './allow';
import { SessionsService } from './sessions.service';

/** Stands before every route and lets in only the roles that the route names. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionsService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const access = this.reflector.getAllAndOverride<Access | undefined>(ACCESS, [
      context.getHandler(),
      context.getClass(),
    ]);
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    request.me = await this.sessions.find(request.headers.cookie);
    this.endWithSession(request, context.switchToHttp().getResponse<Response>());
    if (access === 'anyone') return true;
    if (!request.me) throw new UnauthorizedException('Sign in first.');
    if (!access?.includes(request.me.role))
      throw new ForbiddenException(`This is not for the role ${request.me.role}.`);
    return true;
  }

  /** A stream is over with the session that it was opened in: who signs out, or is let go, hears no more. */
  private endWithSession({ me, headers }: SignedInRequest, response: Response): void {
    if (!me || !headers.accept?.includes('text/event-stream')) return;
    const over = this.sessions.whenOver(me).subscribe(() => response.end());
    response.on('close', () => over.unsubscribe());
  }
}
