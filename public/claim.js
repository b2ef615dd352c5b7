// Part of the worker. A page that was being loaded while the worker came up, or was loaded past it, is served by nobody until
// its next load, and would break when the network goes: such a page asks to be taken.
self.addEventListener('message', (event) => {
  if (event.data?.type === 'CLAIM') event.waitUntil(self.clients.claim());
});
