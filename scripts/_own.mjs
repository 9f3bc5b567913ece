import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const setup = /setup: (\S+)/.exec(readFileSync('/tmp/k/own.log', 'utf8'))[1];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
await page.goto(new URL('/sign-in', setup).href);
await page.getByLabel('Email').fill('hester@fellside.example');
await page
  .getByLabel(/^Password/)
  .first()
  .fill('lantern gravel moss');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL('**/brief');
await page.goto(new URL('/people', setup).href, { waitUntil: 'networkidle' });
await page.screenshot({ path: '/tmp/k/own-2.png' });
await page.getByRole('button', { name: 'Invite someone' }).click();
await page.getByRole('dialog').getByLabel(/^Name/).fill('Piet Alder');
await page.getByRole('dialog').getByLabel('Email, to sign in with').fill('piet@fellside.example');
await page.getByRole('button', { name: 'Make the link' }).click();
await page.getByLabel('The link').waitFor();
await page.waitForTimeout(400);
await page.screenshot({ path: '/tmp/k/own-3.png' });
const link = await page.getByLabel('The link').inputValue();
const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const guest = await other.newPage();
await guest.goto(link, { waitUntil: 'networkidle' });
await guest.screenshot({ path: '/tmp/k/own-4.png' });
await guest
  .getByLabel(/^Password of your own/)
  .first()
  .fill('three plain words more');
await guest.getByRole('button', { name: 'Accept and sign in' }).click();
await guest.waitForURL('**/brief');
await guest.waitForLoadState('networkidle');
await guest.screenshot({ path: '/tmp/k/own-5.png' });
await page.goto(new URL('/hangar', setup).href, { waitUntil: 'networkidle' });
await page.screenshot({ path: '/tmp/k/own-6.png' });
await page.goto(new URL('/brief/new', setup).href, { waitUntil: 'networkidle' });
await page.screenshot({ path: '/tmp/k/own-7.png' });
await page.goto(new URL('/me', setup).href, { waitUntil: 'networkidle' });
await page.screenshot({ path: '/tmp/k/own-8.png' });
await browser.close();
