/** Keeps the screen lit until the returned function is called, on devices that can; a page that was hidden asks again. */
export function keepLit(): () => void {
  let lock: WakeLockSentinel | undefined;
  let isWanted = true;
  const ask = () => {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    navigator.wakeLock.request('screen').then(
      (given) => {
        lock = given;
        if (!isWanted) void given.release();
      },
      () => {
        // saving its battery, a phone may refuse: the time of day stands on the page
      },
    );
  };
  ask();
  document.addEventListener('visibilitychange', ask);
  return () => {
    isWanted = false;
    document.removeEventListener('visibilitychange', ask);
    void lock?.release();
  };
}
