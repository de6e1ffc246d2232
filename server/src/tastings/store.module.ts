import { Global, Module } from '@nestjs/common';
import { TastingStore } from './tasting.store';

/** Apart from the tastings' own routes, since every other module reads tastings too. */
@Global()
@Module({ providers: [TastingStore], exports: [TastingStore] })
export class StoreModule {}
