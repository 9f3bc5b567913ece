/** The attacks that anybody can run with `npm run test:attack`, the quick ones of them, on the program as it is started. */
import { openTarget, type Target } from '../../scripts/lib/attack-target.ts';
import { ATTACKS } from '../../scripts/lib/attacks.ts';

let target: Target;
beforeAll(async () => {
  target = await openTarget({ timed: false });
}, 120_000);
afterAll(() => target.stop(), 30_000);

test.each(ATTACKS.filter(({ quick }) => quick).map((attack) => [attack.name, attack] as const))(
  '%s',
  async (_name, { run }) => {
    expect(await run(target)).toMatch(/./);
    expect((await fetch(`${target.url}/api/health`)).status).toBe(200);
  },
  120_000,
);
