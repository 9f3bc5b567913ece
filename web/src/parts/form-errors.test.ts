/** What set-up and settings refuse is found at a field of the form. */
import { schoolSettingsSchema, setupSchema } from '@keel/core';
import { formErrors } from './form-errors.ts';

const FIELDS = ['name', 'fieldFt', 'areaGroundFt', 'latDeg', 'lonDeg', 'runways', 'soloMinima.windKt'];
const PLACES = { 'position.latDeg': 'latDeg', 'position.lonDeg': 'lonDeg' };
const SETTINGS = {
  name: 'Upland',
  zone: 'UTC',
  fieldFt: 900,
  areaGroundFt: 1900,
  position: null,
  runways: [],
  demonstrationFirst: false,
  secondStepForStaff: false,
};
const refused = (change: object) =>
  formErrors(schoolSettingsSchema.safeParse({ ...SETTINGS, ...change }).error?.issues ?? [], FIELDS, PLACES);

test.each([
  [{ position: { latDeg: 95, lonDeg: 0 } }, { latDeg: '-90 to 90' }],
  [{ position: { latDeg: 47.5, lonDeg: '' } }, { lonDeg: 'write both, latitude and longitude' }],
  [{ runways: ['06/24', '13/32'] }, { runways: '13/32: the other end of 13 is 31' }],
  [{ areaGroundFt: 700 }, { areaGroundFt: 'the highest ground cannot be below the field' }],
  [{ fieldFt: Number.NaN }, { fieldFt: 'write how many feet' }],
  [{ name: ' ' }, { name: 'write a name' }],
])('%j is said at its field', (change, errors) => {
  expect(refused(change)).toEqual(errors);
});

test('set-up says the same of the same', () => {
  const { error } = setupSchema.safeParse({ fieldFt: 900, areaGroundFt: 1900, runways: ['7/25'] });
  expect(formErrors(error!.issues, FIELDS).runways).toMatch(/two digits each/);
});

test('what belongs to no field is kept under its own name', () => {
  expect(formErrors([{ path: ['elsewhere', 0], message: 'no' }], FIELDS)).toEqual({ 'elsewhere.0': 'no' });
});
