/** Sentences about flights stand in core/src/words; what else is text says so here, with its reason. */
import { sentencesIn } from '../testing/sentences.ts';

const ELSEWHERE: readonly { files: RegExp; because: string }[] = [
  { files: /^words\//, because: 'the catalogue' },
  { files: /tables\.ts$/, because: 'each figure of a threshold says what it means, for whoever changes it' },
  {
    files: /(^|\/)coach[^/]*\.ts$|^kits\/coach\/|level-off\.ts$|^fly\/exchange\.ts$/,
    because:
      'a spoken cue stands beside what it asks for, which is what keeps it silent where it would do harm',
  },
  { files: /picture\.ts$|^kits\/straight\/trade\.ts$/, because: 'titles and labels of a drawing' },
  {
    files: /faults\.ts$|^kits\/stalls\/stall-case\.ts$|fault\.ts$/,
    because: 'why a fault is not watched for live',
  },
  { files: /pilot\.ts$/, because: 'the script of a synthetic pilot' },
  {
    files: /^(path|wire|people|units|standards|technique|airplane|balance)\//,
    because: 'data of a school, and what a schema refuses',
  },
  {
    files: /schema\.ts$|^scoring\/standard\.ts$|templates\.ts$|sight-picture\.ts$/,
    because: 'what a schema refuses',
  },
  {
    files: /^debrief\/(statements|read-statements|flight-columns)\.ts$/,
    because: 'choices and notes of a form',
  },
  { files: /^fly\/|^recording\//, because: 'what a made recording is called, and what a column holds' },
  { files: /^(performance|own-figures)\//, because: 'the points of the book by name' },
  { files: /index\.ts$|flown-words\.ts$|ids\.ts$|lesson-plan\.ts$|old-card\.ts$/, because: 'names' },
  { files: /live-columns\.ts$|quantities\.ts$/, because: 'an error of the program itself' },
];

test('nothing about a flight is put into words elsewhere', () => {
  const stray = sentencesIn('').filter(({ file }) => !ELSEWHERE.some(({ files }) => files.test(file)));
  expect(stray).toEqual([]);
});

test('the list of what may stand elsewhere has no line too many', () => {
  const files = sentencesIn('').map(({ file }) => file);
  for (const one of ELSEWHERE) expect(files.some((file) => one.files.test(file))).toBe(true);
});
