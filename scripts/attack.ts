/**
 * `npm run test:attack`: starts a server of its own, does to it what strangers, devices, students, another school and a chief
 * with an edited file did, and says of each what came of it. It ends by itself; exit code 1 where one of them worked.
 */
import { openTarget } from './lib/attack-target.ts';
import { ATTACKS } from './lib/attacks.ts';
import { answerUsage } from './lib/usage.mjs';

const LONGEST_MS = 120_000;
const USAGE = `npm run test:attack [-- WORDS]
On a server and a database of its own; with words those attacks alone whose names hold them`;
const { positionals } = answerUsage(USAGE, { options: {}, allowPositionals: true });
const attacks = ATTACKS.filter(({ name }) => name.includes(positionals.join(' ')));
const target = await openTarget();
let worked = 0;
try {
  for (const { name, run } of attacks) {
    const late = new Promise<never>((_, reject) =>
      setTimeout(() => reject(new Error('it went on for two minutes')), LONGEST_MS).unref(),
    );
    try {
      console.log(`held    ${name}: ${await Promise.race([run(target), late])}`);
    } catch (error) {
      worked++;
      console.log(`WORKED  ${name}: ${(error as Error).message}`);
    }
  }
} finally {
  await target.stop();
}
console.log(`${attacks.length - worked} of ${attacks.length} held`);
process.exit(worked === 0 ? 0 : 1);
