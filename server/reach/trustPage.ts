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
    told.textContent = 'This device trusts the server. You can open Jasperwren.';
    told.className = 'yes';
  } catch {
    told.textContent = 'This device doesn’t trust the server yet.';
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
<title>Set up this device · Jasperwren</title>
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
<h1>Set up this device for your school</h1>
<p>Your school’s server is a computer on this network. This device has to trust it before Jasperwren can work without a
connection, follow your position and keep the screen on. It takes two minutes, and you only do it once.</p>
<p id="told" role="status">Checking whether this device trusts the server…</p>
<p><a class="button" href="/jasperwren.crt">1. Download the certificate</a><a class="button" href="${home}/">2. Open Jasperwren</a></p>
<p>After the download you have to trust the certificate. How depends on the device:</p>
<details open><summary>It says “Profile downloaded”</summary><ol>
<li>Open the device’s Settings. The downloaded profile is near the top. Install it.</li>
<li>In Settings, go to General, About, Certificate Trust Settings.</li>
<li>Switch on “Jasperwren on this network”.</li></ol></details>
<details><summary>It saves a file and nothing else happens</summary><ol>
<li>Open the device’s Settings and search for “certificate”.</li>
<li>Choose to install a CA certificate. The device warns you. Continue.</li>
<li>Choose the file jasperwren.crt in the downloads.</li></ol></details>
<details><summary>It’s a computer</summary><ol>
<li>Open the browser’s settings and search for “certificates”.</li>
<li>Under Authorities or Trusted root certificates, choose Import and pick jasperwren.crt.</li>
<li>Let it identify websites.</li></ol></details>
<h2>Check that it’s the right certificate</h2>
<p>Compare these letters with School, Devices and backups on a device that is already set up, or with the window where
the server was started. If they differ, don’t install it, and ask whoever looks after the network.</p>
<p><code>${fingerprint}</code></p>
<h2>What this allows</h2>
<p>The certificate only vouches for computers on private networks like yours, never for sites on the internet.
To undo it, remove it where you installed it.</p>
<p><small>If you can’t install it, the device may be managed by somebody else, such as an employer. Ask them. Until then
Jasperwren works in the browser with a warning, but not without a connection.</small></p>
</main>
<script src="/trust.js"></script>
</html>
`;
