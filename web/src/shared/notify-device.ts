/** By the device's own notifications, where somebody has allowed them; by the service worker where there is one: some phones know no other way. */
export function notifyDevice(title: string, body: string, { key, path }: { key: string; path: string }): void {
  if (!('Notification' in window) || Notification.permission !== 'granted') return;
  const options = { body, tag: key, data: { path } };
  navigator.serviceWorker?.getRegistration().then(
    (registration) => (registration ? registration.showNotification(title, options) : void new Notification(title, options)),
    () => {
      // told on the page all the same
    },
  );
}
