import { type CanActivate, createParamDecorator, type ExecutionContext, Injectable } from '@nestjs/common';
import type { Request } from 'express';
import type { DeviceRow } from '../database/entities';
import { DevicesService } from './devices.service';

interface DeviceRequest extends Request {
  device?: DeviceRow;
}

/** Lets in only devices, by their token, before anything that they sent is looked at. */
@Injectable()
export class DeviceGuard implements CanActivate {
  constructor(private readonly devices: DevicesService) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<DeviceRequest>();
    request.device = await this.devices.sending(request.headers.authorization);
    return true;
  }
}

/** Parameter decorator: the device, as the guard found it. */
export const Sending = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<DeviceRequest>().device,
);
