/**
 * Adds to package-lock.json the optional packages for other platforms that a registry did not serve when the lock
 * was written. Without them `npm ci` calls the lock out of step, although none of them would be installed here.
 * Run it after every change of dependencies: `node scripts/complete-lock.mjs`.
 */
import { readFileSync, writeFileSync } from 'node:fs';

const SYSTEMS = [
  'android',
  'darwin',
  'freebsd',
  'linux',
  'netbsd',
  'openbsd',
  'openharmony',
  'sunos',
  'win32',
  'aix',
];
const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const { packages } = lock;

/** Platform fields from a name such as resolver-binding-linux-x64-musl. */
function platformOf(name) {
  const words = name.split('/').pop().split('-');
  const at = words.findIndex((word) => SYSTEMS.includes(word));
  if (at < 0) return undefined;
  const [os, cpu, abi] = words.slice(at);
  if (!cpu) return undefined;
  const libc = /musl/.test(abi ?? '') ? ['musl'] : /gnu/.test(abi ?? '') ? ['glibc'] : undefined;
  return { cpu: [cpu], os: [os], ...(libc && os === 'linux' && { libc }) };
}

let added = 0;
for (const [path, entry] of Object.entries(packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path}/node_modules/${name}`;
    const place = `node_modules/${name}`;
    if (packages[place] || packages[nested]) continue;
    const platform = platformOf(name);
    if (!platform || !/^\d/.test(version)) continue;
    packages[place] = { version, ...platform, ...(entry.dev && { dev: true }), optional: true };
    added++;
  }
}
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} entries added`);
