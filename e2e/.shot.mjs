import {chromium} from '@playwright/test';
const [,,size,...urls]=process.argv;
const [w,h]=size.split('x').map(Number);
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu','--disable-quic']});
const p=await b.newPage({viewport:{width:w,height:h}});
p.on('console',m=>{if(m.type()==='error')console.log('CONSOLE',m.text().slice(0,200))});p.on('pageerror',e=>console.log('PAGEERR',String(e).slice(0,300)));
await p.goto('http://localhost:4400/');await p.getByLabel('E-mail').fill('planner@hollin.example');await p.getByLabel('Password').fill('wet-edge-always');await p.getByRole('button',{name:'Sign in'}).click();await p.getByText('Ropewalk Cellars').first().waitFor();
for(const u of urls){const [path,name,click]=u.split('::');await p.goto('http://localhost:4400'+path);await p.waitForTimeout(700);if(click)for(const c of click.split('&')){await p.getByRole('button',{name:c}).first().click();await p.waitForTimeout(900)}await p.screenshot({path:`/tmp/s-${name}.png`,fullPage:false});}
await b.close();
