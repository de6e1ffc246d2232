import type { Product } from '@jacana/core/bundle';
import { withProduct } from '@jacana/core/library';
import type { UseFormReturn } from 'react-hook-form';
import type { DraftInput } from '../client/api.generated';

/** Another kind of product, with what is usual for it wherever nothing was set by hand. */
export function chooseProduct(form: UseFormReturn<DraftInput>, draft: DraftInput, product: Product): void {
  const { service, quantities } = withProduct(draft, product);
  form.setValue('service', service);
  form.setValue('quantities', quantities);
  form.setValue('product', product);
}
