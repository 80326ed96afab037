// Keeps the pages and the last answers of the server, so that the fishroom can be walked without a connection.
// The page of the app is the kept one, at once, and fetched anew behind it: its figures come from the server, whose answers
// stand in, where it can't be reached, for two hours at most.
const VERSION = "{{ version }}";
const ASSETS = {{ assets }};
const SHELL = `pennywort-shell-${VERSION}`;
// what another version was answered may be of another shape
const ANSWERS = `pennywort-answers-${VERSION}`;
const KEPT_MS = 2 * 60 * 60 * 1000;
const PATIENCE_MS = 5000;
// what is opened by its address and is no page of the app
const OTHER = ["/api/", "/static/", "/calendar/", "/sw.js"];

// opened once: a page asks for dozens of parts at a time
let opened;
const shell = () => (opened ??= caches.open(SHELL));

self.addEventListener("install", (event) => {
  event.waitUntil(shell().then((cache) => cache.addAll(ASSETS)).then(() => self.skipWaiting()));
});
self.addEventListener("activate", (event) => {
  const old = (name) => name.startsWith("pennywort-") && name !== SHELL && name !== ANSWERS;
  event.waitUntil(
    caches.keys().then((names) => Promise.all(names.filter(old).map((n) => caches.delete(n)))).then(() => self.clients.claim()),
  );
});

function inTime(request) {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error("too slow")), PATIENCE_MS);
    fetch(request).then((answer) => (clearTimeout(timer), resolve(answer)), (error) => (clearTimeout(timer), reject(error)));
  });
}

async function fetched(request, cache) {
  const answer = await inTime(request);
  // the one page of the app, and nothing else that an address opened by hand may answer
  if (answer.ok && (answer.headers.get("Content-Type") ?? "").startsWith("text/html")) await cache.put("/", answer.clone());
  return answer;
}

async function page(event) {
  const cache = await shell();
  const kept = await cache.match("/");
  const anew = fetched(event.request, cache).catch(() => Response.error());
  if (!kept) return anew;
  event.waitUntil(anew);
  return kept;
}

async function keep(request, answer) {
  const headers = new Headers(answer.headers);
  headers.set("X-Kept-At", String(Date.now()));
  const body = await answer.arrayBuffer();
  await (await caches.open(ANSWERS)).put(request, new Response(body, { status: 200, headers }));
}

async function told(event) {
  const request = event.request;
  try {
    const answer = await fetch(request);
    // the page need not wait until it is kept
    if (answer.ok) event.waitUntil(keep(request, answer.clone()).catch(() => {}));
    else if (answer.status === 401) await caches.delete(ANSWERS);
    return answer;
  } catch (error) {
    const kept = await (await caches.open(ANSWERS)).match(request);
    if (kept && Date.now() - Number(kept.headers.get("X-Kept-At")) < KEPT_MS) return kept;
    throw error;
  }
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (event.request.mode === "navigate") {
    if (!OTHER.some((path) => url.pathname.startsWith(path))) event.respondWith(page(event));
  } else if (url.pathname.startsWith("/static/"))
    event.respondWith(shell().then((cache) => cache.match(event.request)).then((kept) => kept ?? fetch(event.request)));
  else if (url.pathname.startsWith("/api/") && !url.pathname.includes("/photos/")) event.respondWith(told(event));
});
