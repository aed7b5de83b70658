import { chromium } from '@playwright/test';
import { ensureChromium } from '/work/main/scripts/prepare.mjs';
const b=await chromium.launch({executablePath:ensureChromium(),args:['--no-sandbox','--disable-dev-shm-usage']});
const [,, ...specs]=process.argv;
for (const spec of specs) { const [name,path,size='t',scheme='light',act='']=spec.split('|');
 const page=await (await b.newContext({viewport:size==='t'?{width:1280,height:800}:{width:390,height:844},colorScheme:scheme})).newPage();
 page.on('console',m=>{if(m.type()==='error')console.log(name,m.text())}); page.on('pageerror',e=>console.log(name,e.message));
 await page.goto('http://127.0.0.1:4861/'); await page.getByRole('button',{name:'Look round the demo school'}).click(); await page.getByRole('heading',{name:'Today',level:1}).waitFor();
 await page.goto('http://127.0.0.1:4861'+path); await page.getByRole('heading',{name:'Yard'}).waitFor(); await page.waitForTimeout(1500);
 if (act) await (new Function('page','return (async()=>{'+act+'})()'))(page);
 await page.screenshot({path:`/tmp/shots/${name}.png`,fullPage:size!=='t'}); await page.context().close(); }
await b.close();
