// Parts of the app that lie on the device are handed out by the browser itself, without this worker being asked for each of the thirty that a cold start wants.
// Where the browser has no such rule, or a part is not kept, all goes as without this file.
// https://www.w3.org/TR/service-workers/#dom-installevent-addroutes
self.addEventListener('install', (event) => {
  const kept = `workbox-precache-v2-${self.registration.scope}`;
  event.addRoutes?.({ condition: { urlPattern: '/assets/*' }, source: { cacheName: kept } })?.catch(() => undefined);
});
