import { chromium } from '@playwright/test';
const [,, path, out, w='1280', h='800', scheme='light', ...steps] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const p = await b.newPage({ viewport: { width: +w, height: +h }, colorScheme: scheme });
p.on('console', m => m.type()==='error' && console.log('console', m.text()));
await p.goto('http://127.0.0.1:4700'+path);
await p.waitForTimeout(6000);
for (const s of steps) { const [k, ...v] = s.split('='); const x=v.join('=');
 if(k==='click') await p.getByRole('button',{name:x}).first().click();
 if(k==='link') await p.getByRole('link',{name:x}).first().click();
 if(k==='sel') { const [n,o]=x.split('|'); await p.getByRole('combobox',{name:n}).selectOption(o); }
 if(k==='fill') { const [n,o]=x.split('|'); await p.getByRole('textbox',{name:n}).fill(o); }
 if(k==='key') await p.keyboard.press(x);
 if(k==='wait') await p.waitForTimeout(+x);
 await p.waitForTimeout(700); }
await p.screenshot({ path: out }); await b.close();
