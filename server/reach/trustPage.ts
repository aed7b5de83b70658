import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { createServer, type Server } from 'node:http';

const require = createRequire(import.meta.url);

/**
 * A small server over plain http, for a device that does not trust the school's certificate yet: one page that says
 * how, and the certificate of the authority to take.
 *
 * @param home where the school is, over https
 */
export function trustServer(
  authority: { readonly der: Buffer; readonly fingerprint: string },
  home: string,
): Server {
  const files = new Map<
    string,
    { readonly type: string; readonly body: string | Buffer; readonly more?: string }
  >([
    ['/', { type: 'text/html; charset=utf-8', body: page(home, authority.fingerprint) }],
    ['/trust.js', { type: 'text/javascript; charset=utf-8', body: script(home) }],
    [
      '/jasperwren.crt',
      {
        type: 'application/x-x509-ca-cert',
        body: authority.der,
        more: 'attachment; filename="jasperwren.crt"',
      },
    ],
    ['/regular.woff2', { type: 'font/woff2', body: font(400) }],
    ['/bold.woff2', { type: 'font/woff2', body: font(700) }],
  ]);
  return createServer((request, response) => {
    const file = files.get((request.url ?? '').split('?')[0] ?? '');
    if (!file) {
      response.writeHead(302, { Location: '/' }).end();
      return;
    }
    response
      .writeHead(200, {
        'Content-Type': file.type,
        'Content-Length': Buffer.byteLength(file.body),
        'Content-Security-Policy': `default-src 'self'; style-src 'unsafe-inline'; connect-src ${home}; frame-ancestors 'none'`,
        'X-Content-Type-Options': 'nosniff',
        'Cache-Control': 'no-store',
        ...(file.more ? { 'Content-Disposition': file.more } : {}),
      })
      .end(request.method === 'HEAD' ? undefined : file.body);
  });
}

const font = (weight: 400 | 700): Buffer =>
  readFileSync(
    require.resolve(
      `@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff2`,
    ),
  );

/** Asks whether the school can be reached over https already, whenever the page is looked at. */
const script = (home: string): string => `
const told = document.getElementById('told');
async function look() {
  try {
    await fetch(${JSON.stringify(`${home}/api/v1/health`)}, { mode: 'no-cors', cache: 'no-store' });
    told.textContent = 'This device trusts the school. You can open Jasperwren.';
    told.className = 'yes';
  } catch {
    told.textContent = 'This device does not trust the school yet.';
    told.className = 'no';
  }
}
document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && look());
look();
setInterval(look, 5000);
`;

const page = (home: string, fingerprint: string): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this school · Jasperwren</title>
<style>
@font-face { font-family: Atkinson; src: url(/regular.woff2); font-weight: 400; }
@font-face { font-family: Atkinson; src: url(/bold.woff2); font-weight: 700; }
:root { color-scheme: light dark; --ink: #20262a; --paper: #fbf8f1; --line: #c9c2b4; --jasper: #98382b; --soft: #55554f; }
@media (prefers-color-scheme: dark) { :root { --ink: #ece6da; --paper: #171b1e; --line: #454b50; --jasper: #f0a090; --soft: #b9b4a8; } }
body { margin: 0; background: var(--paper); color: var(--ink); font: 18px/1.5 Atkinson, system-ui, sans-serif; }
main { max-width: 42rem; margin: 0 auto; padding: 1.5rem 1.25rem 3rem; }
h1 { font-size: 1.7rem; line-height: 1.2; } h2 { font-size: 1.15rem; margin: 1.6rem 0 .3rem; }
ol { padding-left: 1.4rem; } li { margin: .35rem 0; }
a.button { display: inline-block; padding: .8rem 1.3rem; border: 2px solid var(--jasper); border-radius: 8px; color: var(--ink); font-weight: 700; text-decoration: none; margin: .3rem .6rem .3rem 0; }
#told { border-left: 6px solid var(--line); padding: .5rem .9rem; margin: 1rem 0; } #told.yes { border-color: #2c7a55; font-weight: 700; }
small, code { color: var(--soft); overflow-wrap: anywhere; }
details { border-top: 1px solid var(--line); padding: .7rem 0; } summary { font-weight: 700; cursor: pointer; min-height: 2rem; }
</style>
<main>
<h1>Let this device trust your school, once</h1>
<p>Your school runs on a computer in this network. Before a tablet or phone may work in the car without a
connection, follow the position and keep its screen on, it must know that computer. That takes two minutes.</p>
<p id="told" role="status">Looking whether this device trusts the school…</p>
<p><a class="button" href="/jasperwren.crt">1. Take the certificate</a><a class="button" href="${home}/">2. Open Jasperwren</a></p>
<p>Between the two, the device asks you to trust what you took. How it asks depends on the device:</p>
<details open><summary>It says that a profile was downloaded</summary><ol>
<li>Open the device’s Settings. At the top stands the downloaded profile; install it.</li>
<li>Still in Settings, go to General, About, Certificate Trust Settings.</li>
<li>Switch on “Jasperwren on this network”.</li></ol></details>
<details><summary>It keeps a file, and nothing else happens</summary><ol>
<li>Open the device’s Settings and search there for “certificate”.</li>
<li>Choose to install a CA certificate from storage. The device warns you; go on.</li>
<li>Choose the file jasperwren.crt among the downloads.</li></ol></details>
<details><summary>It is a computer</summary><ol>
<li>Open the browser’s settings and search there for “certificates”.</li>
<li>Under Authorities, or Trusted root certificates, choose Import, and take jasperwren.crt.</li>
<li>Let it trust this authority to identify websites.</li></ol></details>
<h2>Is it the right one?</h2>
<p>Compare with the computer that runs the school: it printed the same letters when it was started. If they
differ, take nothing, and ask whoever looks after the network.</p>
<p><code>${fingerprint}</code></p>
<h2>What does this device then believe?</h2>
<p>Only computers in private networks such as yours. The certificate can vouch for no site on the internet.
To take it back, remove it where you installed it.</p>
<p><small>If the device never asks, it belongs to somebody who decides this for it, such as an employer: ask there.
Until then Jasperwren works in its browser with a warning, but not without a connection.</small></p>
</main>
<script src="/trust.js"></script>
</html>
`;
