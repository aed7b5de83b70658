import { chromium } from '@playwright/test';
const A='http://127.0.0.1:4861';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args:['--no-sandbox'] });
export async function open(w,h,scheme='light'){ const c=await b.newContext({baseURL:A,viewport:{width:w,height:h},colorScheme:scheme}); const p=await c.newPage(); await c.request.post(A+'/api/v1/session/demo',{headers:{origin:A}}); return p; }
const p=await open(1280,800); const q=await open(390,844,'dark');
const drives=(await (await p.request.get(A+'/api/v1/gradings/drives')).json()).items;
console.log(JSON.stringify(drives.map(d=>[d.learner.name,d.first.by.name,d.second.by.name,d.agreement.counts,d.agreement.shared,d.agreement.leaning])));
const d=drives[0];
await p.goto(`/mocks/${d.first.mock}/beside/${d.second.mock}`); await p.waitForSelector('text=Moment by moment'); await p.screenshot({path:'/tmp/s1.png'});
await q.goto(`/mocks/${d.first.mock}/beside/${d.second.mock}`); await q.waitForSelector('text=Moment by moment'); await q.screenshot({path:'/tmp/s2.png'});
await p.goto('/school?view=agreement'); await p.waitForSelector('#together'); await p.locator('#together').scrollIntoViewIfNeeded(); await p.screenshot({path:'/tmp/s3.png'});
await p.goto(`/mocks/${d.second.mock}`); await p.waitForSelector('text=Marked only to compare'); await p.screenshot({path:'/tmp/s4.png'});
await p.goto(`/mocks?learner=${d.learner.id}`); await p.waitForTimeout(800); await p.screenshot({path:'/tmp/s5.png'});
await b.close();
