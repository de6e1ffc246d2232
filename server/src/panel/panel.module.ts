import { Module } from '@nestjs/common';
import { NamesController } from './names.controller';
import { NamesService } from './names.service';

/** Who tastes. */
@Module({ controllers: [NamesController], providers: [NamesService] })
export class PanelModule {}
