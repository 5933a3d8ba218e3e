import { registerSW } from 'virtual:pwa-register';
import { create } from 'zustand';

interface OfflinePages {
  /** no-way: this address is neither secure nor this machine, so the browser keeps no pages */
  state: 'no-way' | 'fetching' | 'kept';
  /** a newer version waits; null: none */ update: (() => void) | null;
}

/** Whether the app's pages are on this device and would open without a network. */
export const useOfflinePages = create<OfflinePages>()(() => ({ state: 'fetching', update: null }));

/** All pages are fetched for later: not while the one that was asked for is still on its way, ms. */
const AFTER_OPENING_MS = 3000;

export function keepPages(): void {
  if (!('serviceWorker' in navigator)) return useOfflinePages.setState({ state: 'no-way' });
  setTimeout(fetchPages, AFTER_OPENING_MS);
  void navigator.serviceWorker.ready.then(() => useOfflinePages.setState({ state: 'kept' }));
}

function fetchPages(): void {
  const update = registerSW({
    immediate: true,
    onOfflineReady: () => useOfflinePages.setState({ state: 'kept' }),
    onNeedRefresh: () => useOfflinePages.setState({ update: () => void update(true) }),
    onRegisterError: () => useOfflinePages.setState({ state: 'no-way' }),
  });
}
