import { LATE_COAT_RULES, type Product } from '@caulkhorn/core/catalogue';
import { t } from '../messages/t';
import { Said } from '../words/said';

/** The hour has passed: what a late coat wants, in place of a batch that would go to waste. */
export function LateCoat({
  product,
  isOneOfMany = false,
}: {
  product: Product;
  /** no place of its own among the landmarks of the page */ isOneOfMany?: boolean;
}) {
  const rule = LATE_COAT_RULES[product.binder];
  return (
    <section aria-label={isOneOfMany ? undefined : t('now.missed')} className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <p className="text-lg font-semibold">{t('now.missed')}</p>
      <p className="font-medium">
        <Said>{t(`late-coat.${rule}`)}</Said>
      </p>
      <p>{t('now.missed-sheet', { product: product.name })}</p>
    </section>
  );
}
