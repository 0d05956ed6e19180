/// <reference lib="webworker" />
import { clientsClaim } from "workbox-core";
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkOnly } from "workbox-strategies";

/** The files of the front end, each with a revision where its name has none; the build fills them in. */
declare const FILES: { url: string; revision: string | null }[];
declare const self: ServiceWorkerGlobalScope;

/** How long the server may take to hand out the app's own page before the kept one is shown [s]. */
const PATIENCE = 5;
const OWN_PAGES = /^\/(?!api\/|admin\/|health|static\/)/;

// The app's files come from here; its answers never do: the API is nobody's to keep but the app's.
precacheAndRoute(FILES, { cleanURLs: false, directoryIndex: "" });
cleanupOutdatedCaches();
clientsClaim();

/** The server's page while it answers, so that nobody works with an old one; else the kept one. */
const instead = (page: string) => ({
  handlerDidError: async () => (await matchPrecache(page)) ?? Response.error(),
});
registerRoute(
  new NavigationRoute(
    new NetworkOnly({ networkTimeoutSeconds: PATIENCE, plugins: [instead("/index.html")] }),
    { allowlist: [OWN_PAGES] },
  ),
);
// A PDF or the administration cannot be had without the server: a page says so.
registerRoute(
  new NavigationRoute(new NetworkOnly({ plugins: [instead("/away.html")] }), {
    denylist: [OWN_PAGES],
  }),
);
