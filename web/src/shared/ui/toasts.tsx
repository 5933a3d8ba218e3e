import { Toaster } from 'sonner';
import { t } from '../../messages/t';

/** What is told in passing. Each can be put away: it may lie on what is pressed next. */
export function Toasts() {
  return <Toaster position="top-center" closeButton toastOptions={{ closeButtonAriaLabel: t('toast.close') }} />;
}
