import { chromium } from 'playwright-core';
// usage: node .shot.mjs name path device(t|p) [js file]
const [name, path, device='t', js] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args:['--use-gl=swiftshader'] });
const ctx = await b.newContext({ viewport: device==='t'?{width:1280,height:800}:{width:390,height:844}, baseURL:'http://127.0.0.1:4861', colorScheme: process.env.NIGHT?'dark':'light' });
const page = await ctx.newPage();
await page.request.post('/api/v1/session/demo');
await page.goto(path); await page.waitForLoadState('networkidle'); await page.waitForTimeout(1500);
if (js) { const {default: run} = await import(js); await run(page, ctx); await page.waitForTimeout(600); }
await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: !!process.env.FULL });
await b.close();
