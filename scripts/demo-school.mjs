/** `npm run demo-school`: a second invented school beside the demo, 24 students over two years, for what a school sees of itself. */
import { connect } from '../server/src/db/database.ts';
import { DEMO_SCHOOL, demoId } from '../server/src/demo/people.ts';
import { YEARS_SCHOOL, yearsEmail } from '../server/src/demo/years/ids.ts';
import { loadYears, NotLoaded } from '../server/src/demo/years/load.ts';
import { CHIEF, INSTRUCTORS } from '../server/src/demo/years/plan.ts';
import { SetupError } from './lib/debian.mjs';
import { ownDatabase } from './lib/own-database.mjs';
import { answerUsage } from './lib/usage.mjs';

answerUsage(`npm run demo-school   loads a school of 24 students over two years beside the demo
DATABASE_URL, KEEL_DATA, KEEL_PG_PORT as for npm start; the program may run meanwhile`);

async function main() {
  const { url, done } = await ownDatabase();
  const database = await connect(url, 1);
  try {
    const began = Date.now();
    const { students, flights } = await loadYears(database, {
      schoolId: DEMO_SCHOOL.id,
      studentId: demoId('joss'),
    });
    console.log(
      `${YEARS_SCHOOL.name}: ${students} students, ${flights} flights, in ${Math.round((Date.now() - began) / 1000)} s; a running program counts them within minutes`,
    );
    console.log(`sign-in: chief ${yearsEmail(CHIEF.key)} chief-at-skelmere`);
    console.log(`sign-in: instructor ${yearsEmail(INSTRUCTORS[2].key)} instructor-at-skelmere`);
  } finally {
    await database.destroy();
    await done();
  }
}

main().catch((error) => {
  console.error(error instanceof SetupError || error instanceof NotLoaded ? error.message : error);
  process.exit(1);
});
