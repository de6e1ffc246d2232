import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { ChosenLocale, HouseView, KeptRange } from './house.dto';
import { HouseService } from './house.service';

@ApiTags('house')
@Controller('api/house')
@Allow('coordinator', 'kitchen')
export class HouseController {
  constructor(private readonly house: HouseService) {}

  @Get()
  @Answers(HouseView)
  getHouse(): Promise<HouseView> {
    return this.house.get();
  }

  @Put('range')
  @Answers(HouseView)
  keepRange(@Body() { range }: KeptRange, @SignedIn() me: Me): Promise<HouseView> {
    return this.house.keepRange(range, me);
  }

  @Put('locale')
  @Answers(HouseView)
  chooseLocale(@Body() { locale }: ChosenLocale, @SignedIn() me: Me): Promise<HouseView> {
    return this.house.chooseLocale(locale, me);
  }
}
