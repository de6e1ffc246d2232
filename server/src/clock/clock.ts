import { Controller, Get, Inject, Injectable, Module } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Anyone } from '../accounts/allow';
import { Answers, Said } from '../fields/fields';
import { OPTIONS, type ServerOptions } from '../options/options';

export class ClockView {
  /** The kitchen's time. */
  @Said('string') now: string;
  /** Its seconds in one of ours: 1, unless a demo is made to run faster. */
  @Said('number') pace: number;
}

/** The time in the kitchen: ours, unless a demo that is to be watched runs faster. */
@Injectable()
export class ClockService {
  private readonly start = Date.now();

  constructor(@Inject(OPTIONS) private readonly options: ServerOptions) {}

  read(): ClockView {
    const { pace } = this.options;
    const now = pace === 1 ? Date.now() : this.start + pace * (Date.now() - this.start);
    return { now: new Date(now).toISOString(), pace };
  }
}

@ApiTags('clock')
@Controller('api/clock')
@Anyone()
export class ClockController {
  constructor(private readonly clock: ClockService) {}

  @Get()
  @Answers(ClockView)
  getClock(): ClockView {
    return this.clock.read();
  }
}

@Module({ controllers: [ClockController], providers: [ClockService], exports: [ClockService] })
export class ClockModule {}
