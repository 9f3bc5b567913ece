/**
 * Keel Path's computation as server, interface and commands have it: no interface, no Node API, no database. What none of
 * them imports is not listed.
 */

export { CONFIGURATIONS, type Configuration } from './airplane/configuration.ts';
export { findAirplane, fleet } from './airplane/fleet.ts';
export { maneuveringSpeedKias } from './airplane/limits.ts';
export { type OwnFigure, ownFigureSchema } from './airplane/own-figure.ts';
export {
  AIRPLANE_PARTS,
  type Airplane,
  type AirplanePart,
  airplaneSchema,
  levelPowerOf,
  STALL_WARNINGS,
} from './airplane/schema.ts';
export { densityRatio } from './atmosphere/atmosphere.ts';
export { cgLimitsIn, hasBalance, type Loading } from './balance/balance.ts';
export { DEFAULT_BLOCK_MIN, type LessonRequest, planLesson } from './brief/lesson-plan.ts';
export {
  type Conditions,
  type LessonItem,
  type LessonPlan,
  type Notice,
  noticeFromWritten,
  type Segment,
} from './brief/lesson-schema.ts';
export { pictureMark, pictureMoved, picturePlanned } from './brief/picture.ts';
export { targetCard } from './brief/target-card.ts';
export { LESSON_TEMPLATES, type LessonTemplate, type SchoolTemplate } from './brief/templates.ts';
export { isSaid, type TargetCard, targetCardSchema } from './card/card.ts';
export { type CardInput, powerDigits } from './card/day.ts';
export { flownWords, variantAfter, variantWords, wayWords } from './card/flown-words.ts';
export { type GlideField, glideFieldSchema } from './card/glide-field.ts';
export { entryAt, entryRange } from './card/ladder.ts';
export { fromWritten } from './card/old-card.ts';
export type { Picture, PictureAxis, PictureLine, PicturePanel, PictureZone } from './card/picture.ts';
export type { RecurringFinding } from './card/recurring.ts';
export { type BriefTargets, briefFileSchema } from './card/targets.ts';
export type { CoachLook } from './coach/coach.ts';
export { type CoachWords, coachWordsSchema } from './coach/coach-words.ts';
export { type Heard, heardOf } from './coach/heard.ts';
export { type LessonCoach, openLessonCoach } from './coach/lesson-coach.ts';
export { coachRows, replayCoach } from './coach/replay.ts';
export { type CoachSentence, coachSentences, unknownSentence } from './coach/sentences.ts';
export type { Word } from './coach/voice.ts';
export { asWritten, type Coded } from './coded.ts';
export { alignByPhase } from './debrief/align.ts';
export { approachPicture } from './debrief/approach-picture.ts';
export { attemptOver } from './debrief/attempt-over.ts';
export { type AverageLane, averageKeel } from './debrief/average.ts';
export { brokenLine } from './debrief/broken-line.ts';
export { columnsCsv } from './debrief/columns-csv.ts';
export { type Edit, isOtherWay, matchInterval, overlapOf } from './debrief/edits.ts';
export {
  decodeFlight,
  encodeFlight,
  FLIGHT_COLUMNS,
  type FlightColumn,
  type FlightColumns,
  flightColumns,
  type Moment,
  momentAt,
  rowAt,
} from './debrief/flight-columns.ts';
export type { FlightScore } from './debrief/flight-score.ts';
export { isLeg } from './debrief/legs.ts';
export { anyScoreSchema, readScore } from './debrief/old-score.ts';
export { perPixel, thinned } from './debrief/per-pixel.ts';
export {
  type AttemptStatements,
  editsFrom,
  type LessonStatements,
  readLessonStatements,
  readStatements,
  type StatementEdit,
  sortStatements,
  standingVerdict,
  unsaidHelp,
} from './debrief/read-statements.ts';
export { type AttemptScore, type Score, scoreSchema } from './debrief/score.ts';
export { scoreRecording, scoreWithTrack } from './debrief/score-recording.ts';
export {
  changesAttempts,
  DISCONTINUED_REASONS,
  flownByWith,
  GRADES,
  type GradeSaid,
  gradeSchema,
  gradesCalled,
  HELP,
  type Help,
  INSTRUCTOR_ONLY,
  isOffered,
  LESSON,
  latest,
  OBSERVATIONS,
  type ObservationItem,
  type Statement,
  type StatementBody,
  statementBodySchema,
  statementSchema,
  VOICE_NOTE,
  WORDS_LATER,
} from './debrief/statements.ts';
export type { Story, StoryLane } from './debrief/story.ts';
export {
  altitudeProfile,
  isJudged,
  type KeelLane,
  type KeelTrace,
  keelTrace,
  keelTraceSchema,
  smallKeel,
} from './debrief/trace.ts';
export { InputError } from './errors.ts';
export { fieldCards } from './field/field-cards.ts';
export {
  type AtField,
  type FieldDay,
  fieldDayOf,
  USUAL_FIELD_RULES,
  type WindLimits,
} from './field/field-day.ts';
export type { FieldRules } from './field/field-rules.ts';
export { JUDGED_PARTS } from './field/field-rules.ts';
export { type RunUpReading, type RunUpReadings, readingsOf, runUpProblems } from './field/run-up.ts';
export { FIELD_FIGURES } from './field/tables.ts';
export { cabinSound, SOUND_HZ } from './flight/model/cabin-sound.ts';
export { readControlFile } from './flight/model/control-file.ts';
export { beginFlight, STEP_HZ, stepFlight, type Weather } from './flight/model/flight.ts';
export type { Reading } from './flight/model/instruments.ts';
export { phone } from './flight/model/phone.ts';
export { trimFlight } from './flight/model/trim.ts';
export { TURBULENCE, type Turbulence } from './flight/model/turbulence.ts';
export { type Random, seededRandom } from './flight/random.ts';
export type { Circuit } from './fly/circuit.ts';
export { demonstrationLegs, type HabitIn } from './fly/demonstration.ts';
export { AREA_GROUND_FT, airframeFor, flyManeuver } from './fly/fly.ts';
export { flyControls } from './fly/fly-controls.ts';
export { flyLesson } from './fly/fly-lesson.ts';
export { flyTemplate } from './fly/fly-template.ts';
export { isAimedAt, type Lane, lanesOf, usedOf } from './fly/lanes.ts';
export { attitudeSeen, LOOKED_S, LOOKS, type LookName } from './fly/look-around.ts';
export type { PatternFigures } from './fly/pattern/figures.ts';
export type { LandingShown } from './fly/pattern/landing-log.ts';
export { horizonAt, type SightPicture, sightPicturesSchema, type View } from './fly/sight-picture.ts';
export { openTrainer } from './fly/trainer.ts';
export {
  type Assistance,
  type Demonstration,
  type PatternOptions,
  SHARED_AXES,
  type SharedAxis,
  type StudentInput,
  type Trainer,
  type TrainerOptions,
  type TrainerSnapshot,
} from './fly/trainer-types.ts';
export { TRAP_TITLES, TRAPS, type TrapKind } from './fly/traps/coach.ts';
export { instructorsAttempts } from './fly/who-flew.ts';
export { canonicalJson, hashOf } from './hash.ts';
export { BOOK_ERROR, figuresOverTime } from './insight/airplane-over-time.ts';
export {
  CALL_KINDS,
  type Call,
  callsSchema,
  type FleetFigures,
  fleetFiguresSchema,
  type Grading,
  gradingSchema,
  type InsightQuery,
  insightQuerySchema,
  newRoundSchema,
  type Round,
  type RoundState,
  roundSchema,
  roundsSchema,
  type Sticks,
  sticksSchema,
  type ToSolo,
  toSoloSchema,
} from './insight/answers.ts';
export { blindAttempt, blindTrace } from './insight/blind.ts';
export { exceededIn } from './insight/exceeded.ts';
export { agreementOf, type Cell } from './insight/kappa.ts';
export { type BlindGrade, leansByKind, leansOf } from './insight/kinder.ts';
export { ownGradeLeans } from './insight/own-grades.ts';
export { ratePer100, sameRate, sharePer100, toldOf } from './insight/rates.ts';
export { type Followed, kaplanMeier, waitedOf } from './insight/survival.ts';
export { caseOf } from './kits/attempt/case.ts';
export { isSeen } from './kits/attempt/fault.ts';
export { onsetIn } from './kits/attempt/onset.ts';
export type { CoachRow } from './kits/coach/quantities.ts';
export { type Approach, type ApproachFigures, approachFigures } from './kits/shape/approach-schema.ts';
export {
  FINDING_IDS,
  type FindingId,
  findRoom,
  HABITS,
  MANEUVER_IDS,
  type ManeuverId,
  requireRoom,
  rooms,
  USUAL_MANEUVER,
} from './maneuvers/registry.ts';
export { ownFigures } from './own-figures/estimate.ts';
export { type Observation, observe } from './own-figures/observe.ts';
export { daylightOn, firstNight, nightSeconds } from './path/daylight.ts';
export {
  type EnteredAttempt,
  type EnteredBody,
  enteredAttemptSchema,
  enteredBodySchema,
  evidenceByHand,
} from './path/entered.ts';
export { type Forecast, feedsForecast, forecastOf } from './path/forecast.ts';
export { attemptsFlown } from './path/from-score.ts';
export { type ApproachTrend, approachTrend } from './path/gates/approach-trend.ts';
export {
  type Closing,
  checkClosing,
  dayAfter,
  daysUntil,
  type GateClosingBody,
  type GateState,
  type GatesInput,
  gateClosingBodySchema,
  gateStates,
  gatesBriefly,
  isoDay,
} from './path/gates/gates.ts';
export {
  LANDING_KINDS,
  type LandingsByHand,
  type LandingWordBody,
  type LedgerLine,
  landingFacts,
  landingsByHandSchema,
  landingWordSchema,
} from './path/gates/landings.ts';
export { beyondMinima, type SoloMinima, withinMinima } from './path/gates/minima.ts';
export {
  type ReleaseDay,
  releaseCheck,
  releaseDaySchema,
  type SoloLimits,
  soloLimitsSchema,
} from './path/gates/release.ts';
export { historySchema, readHistory } from './path/history.ts';
export { LOG_COLUMN_IDS, LOG_COLUMNS, type LogMapping, readLogCsv, writeLogCsv } from './path/logbook/csv.ts';
export { draftEntry } from './path/logbook/draft.ts';
export {
  BROUGHT_FORWARD,
  endorsementSchema,
  hoursAndMinutes,
  LOG_TIMES,
  type LogEntry,
  type LogTime,
  logEntrySchema,
  logTotals,
  type SignedBody,
} from './path/logbook/entry.ts';
export {
  ENDORSEMENT_BRACES,
  ENDORSEMENT_TEMPLATES,
  type EndorsementTemplate,
  endorsementEnds,
  endorsementTemplateSchema,
  endorsementTemplatesSchema,
  fillTemplate,
  unfilled,
} from './path/logbook/templates.ts';
export { proposeLesson } from './path/next-lesson.ts';
export { type PathAttempt, pathAttemptSchema } from './path/path-attempt.ts';
export { type PracticeWay, practiceFor } from './path/practice.ts';
export { recurringFindings } from './path/recurring.ts';
export { drawStagePlan, type StagePlan } from './path/stage-check/plan.ts';
export { QUESTIONS, type Question, questionSchema } from './path/stage-check/questions.ts';
export { readQuestionsCsv, writeQuestionsCsv } from './path/stage-check/questions-csv.ts';
export {
  MARKS,
  type Mark,
  NO_MARKS,
  newStageCheckSchema,
  oralPassed,
  type Retraining,
  retrainingSchema,
  type StageCheck,
  type StageMarks,
  type StageState,
  skillsToRetest,
  stageCheckSchema,
  stageMarkSchema,
  stageStateOf,
} from './path/stage-check/stage-check.ts';
export { type FlownAttempt, flownByStudent } from './path/standing/evidence.ts';
export { figuresOf, isEnough, type SchoolFigures } from './path/standing/school-figures.ts';
export {
  recentOf,
  recordOf,
  type SkillCourse,
  type SkillRecord,
  type SkillSummary,
  STANDINGS,
  type StandingOnDay,
  type StandingWord,
  standingOn,
  summaryOf,
  summaryOn,
  summaryWordOn,
} from './path/standing/standing.ts';
export {
  type Ask,
  GATE_CLOSES,
  type Gate,
  type ReadyRules,
  rulesOf,
  type Syllabus,
  type SyllabusSkill,
  syllabusSchema,
} from './path/syllabus/schema.ts';
export { DEFAULT_SYLLABUS, findSyllabus, readSyllabus, syllabuses } from './path/syllabus/syllabuses.ts';
export { watchForByManeuver } from './path/watch-for.ts';
export { mostWithin } from './path/week/most-within.ts';
export { type Booked, type Weeks, weeksOf } from './path/week/pace-ahead.ts';
export {
  hoursText,
  inSmallHours,
  outsideHours,
  readHours,
  type UsualHours,
  usualHoursSchema,
  WEEKDAYS,
} from './path/week/usual-hours.ts';
export {
  AGREEMENTS,
  type AgreementBody,
  type AgreementKind,
  type AgreementWord,
  agreementBodySchema,
  agreementsOn,
  agreementWordSchema,
  missingAgreement,
} from './people/agreements.ts';
export {
  BALANCE_TIMES,
  type Balance,
  type ListedBalance,
  minutesOf,
  readBalancesCsv,
} from './people/balances-csv.ts';
export { type OwnSettings, ownSettingsSchema } from './people/own-settings.ts';
export { type ListedPerson, readPeopleCsv, teachersOf, writeLinksCsv } from './people/people-csv.ts';
export { nameSchema, type Role } from './people/person.ts';
export { ceilingFt, climbFpm } from './performance/climb.ts';
export { type Fit, performanceFit } from './performance/fit.ts';
export { leastPowerKias, levelFlight, slowestLevelKias } from './performance/level.ts';
export { casAtStage, iasAtStage, stallAtStage } from './performance/model.ts';
export { CHANNELS, type ChannelName, isChannel } from './recording/columns/channels.ts';
export type { Recording } from './recording/columns/recording.ts';
export { checkScorable } from './recording/columns/requirements.ts';
export { readRecordingCsv } from './recording/csv/csv.ts';
export { decodeText, isGzipped } from './recording/csv/decode.ts';
export { MOST_COLUMNS } from './recording/csv/row-reader.ts';
export { writeRecordingCsv } from './recording/csv/write-csv.ts';
export { writeGpx } from './recording/formats/write-gpx.ts';
export { writeKml } from './recording/formats/write-kml.ts';
export { guessMapping } from './recording/mapping/guess.ts';
export { DATE_KINDS, type Mapping, mappingSchema, TIME_KINDS } from './recording/mapping/mapping.ts';
export { headerKey, sampleRow, type TableHead, tableHead } from './recording/mapping/table.ts';
export { unitsOf } from './recording/mapping/units.ts';
export { type Beginning, beginningOf } from './recording/read/beginning.ts';
export { type MatchableLesson, matchLesson } from './recording/read/match-lesson.ts';
export { type Peek, peekRecording } from './recording/read/peek.ts';
export { readRecording } from './recording/read/read-recording.ts';
export { type LearnedHorn, learnedHornSchema, learnHorn } from './recording/sound/horn.ts';
export { type HeardSecond, type Listening, soundListener } from './recording/sound/listener.ts';
export { type Sound, soundSource, withSound } from './recording/sound/with-sound.ts';
export { makeTrack } from './recording/track/track.ts';
export { warning } from './recording/warnings.ts';
export type { ExaminerFigures } from './scoring/judge.ts';
export { failedMusts, type RequirementScore, requirementKey } from './scoring/requirement.ts';
export {
  type AttemptVerdict,
  attemptVerdictSchema,
  type ChainLink,
  type Judge,
  judgeSchema,
  type MeasuredParameterScore,
  type ParameterScore,
} from './scoring/schema.ts';
export type { StandardElement } from './scoring/standard.ts';
export { rowsFor, type Standard, type StandardRow, standardSchema } from './scoring/standard.ts';
export { worstOf } from './scoring/worst.ts';
export {
  enteredFromSeat,
  matchSeat,
  type SaidNote,
  type SeatAttempt,
  seatAttempts,
  seatMissing,
} from './seat/seat-attempts.ts';
export { AIR_LEVELS } from './signals/air-level.ts';
export { readStandard } from './standards/read-standard.ts';
export { DEFAULT_STANDARD_ID, findStandard, SCHOOL_STANDARD_ID, standards } from './standards/standards.ts';
export { figureTables } from './standards/thresholds.ts';
export {
  DEFAULT_TECHNIQUE,
  type Technique,
  type TechniqueKey,
  type TechniqueOverrides,
  techniqueSchema,
  withOverrides,
} from './technique/technique.ts';
export { degrees, radians, wrap360 } from './units/angles.ts';
export { KT_TO_MPS, speedIn } from './units/convert.ts';
export { clockIn, dayIn, type Instant, instantOf, UTC } from './units/days.ts';
export { nauticalMilesBetween } from './units/distance.ts';
export { median } from './units/numbers.ts';
export { endDeg, type RunwayPlace, runwayEndSchema } from './units/runway.ts';
export { slugOf } from './units/slug.ts';
export { clock, numberText, placeText } from './units/text.ts';
export { CORE_VERSION } from './version.ts';
export { type Alongside, type AlongsideAttempt, alongsideSchema } from './wire/alongside.ts';
export {
  ARCHIVE_INDEX,
  ARCHIVE_SIGNATURE,
  ARCHIVE_VERSION,
  type Archive,
  type ArchivedRecord,
  type ArchiveSignature,
  archivedScoreSchema,
  archiveSchema,
  archiveSignatureSchema,
  type TakenIn,
  takenInSchema,
} from './wire/archive.ts';
export {
  flownOf,
  type Lesson,
  type LessonInput,
  type LessonList,
  type LessonSummary,
  lessonInputSchema,
  lessonListSchema,
  lessonSchema,
} from './wire/lesson.ts';
export {
  givenFlightSchema,
  type LiveCoach,
  type LiveFlightView,
  type LiveNoteBody,
  liveFlightSchema,
  liveNoteSchema,
  newLiveNoteSchema,
  type UnmatchedFlight,
  unmatchedFlightSchema,
} from './wire/live.ts';
export { type Matrix, matrixSchema, type Path, type PathSkill, pathSchema, type Stem } from './wire/path.ts';
export {
  type ClosedAccount,
  changeOfUserSchema,
  closedAccountSchema,
  goneFlightsSchema,
  listedStudentSchema,
  type Me,
  meSchema,
  type Person,
  personSchema,
  type Student,
  sessionsSchema,
  sharedDeviceSchema,
  shortCodeSchema,
  signInSchema,
  studentSchema,
} from './wire/people.ts';
export type { ProblemBody } from './wire/problem.ts';
export {
  type Landings,
  type Logbook,
  landingsSchema,
  logbookSchema,
  type Release,
  releaseSchema,
  type Today,
  todaySchema,
} from './wire/record.ts';
export {
  type Created,
  createdSchema,
  type DemonstrationRequest,
  deletedRecordingSchema,
  demonstrationSchema,
  type RecordingView,
  recordingSchema,
  trainerFlightSchema,
} from './wire/recording.ts';
export { jsonSchemaOf, OPEN_FILES } from './wire/schemas.ts';
export {
  invitationInputSchema,
  invitationsInputSchema,
  type LinkView,
  linkSchema,
  linkViewSchema,
  type MadeLink,
  type OpenInvitation,
  openInvitationSchema,
  PASSWORD_LENGTH,
  passwordSchema,
  type Setup,
  setupSchema,
  teachingInputSchema,
} from './wire/school.ts';
export {
  type Departed,
  departedSchema,
  type SchoolSettings,
  schoolSettingsSchema,
  type Trail,
  trailSchema,
  versionedSettingsSchema,
} from './wire/school-settings.ts';
export {
  type Booking,
  type BookingInput,
  bookingCancelSchema,
  bookingInputSchema,
  bookingMoveSchema,
  CANCEL_REASONS,
  OUTSIDE_HOURS,
  type Week,
  weekSchema,
} from './wire/week.ts';
export { AIR_WORDS, airSaid } from './words/air.ts';
export { AIRPLANE_PART_WORDS, uncheckedSaid } from './words/airplane-parts.ts';
export { issueWords } from './words/airplane-problem.ts';
export { approachEndName, approachLine, approachSaid } from './words/approach.ts';
export { briefedSaid } from './words/briefed.ts';
export { type CardSaid, cardSaid, offTodayOf, wordedCard } from './words/card/said.ts';
export { HANDBOOK_FIRST } from './words/card/shared.ts';
export { toleranceSaid } from './words/card/tolerance.ts';
export { whySaid } from './words/card/why.ts';
export { askedWords } from './words/card.ts';
export { CHOICES } from './words/choices.ts';
export { dayText } from './words/day.ts';
export { runUpLines, takeoffLines } from './words/departure.ts';
export { type FieldPartSaid, fieldSaid, spins as spinsSaid } from './words/field.ts';
export { fieldRowSaid, JUDGED_PART_NAMES } from './words/field-rows.ts';
export { figuresIn, KNOTS, type Units, unitsFor } from './words/figures.ts';
export { type SaidGate, saidGate, saidGateSchema } from './words/gates.ts';
export { type HappenedItem, happened, titleWithTime } from './words/happened.ts';
export { cellWords, describeInput, errorWords, inputWords } from './words/input-error.ts';
export { callsTable } from './words/insight/calls.ts';
export { tablesCsv } from './words/insight/csv.ts';
export { fleetTables } from './words/insight/fleet.ts';
export { gradingTables } from './words/insight/grading.ts';
export { findingName, verdictName } from './words/insight/names.ts';
export { soloTables } from './words/insight/solo.ts';
export { sticksTables, talkTable } from './words/insight/sticks.ts';
export type { Table } from './words/insight/table.ts';
export { landingShownSaid } from './words/landing-shown.ts';
export { type LiveVerdict, verdictOf } from './words/live-verdict.ts';
export { beyondMinimaSaid } from './words/minima.ts';
export {
  attemptName,
  maneuverName,
  PARAMETER_NAMES,
  parameterName,
  partName,
  VERDICT_WORDS,
} from './words/names.ts';
export { notFoundSaid } from './words/not-found.ts';
export { planNoticeAlone, planNoticeSaid } from './words/plan-notice.ts';
export {
  proposalReason,
  type WordedProposal,
  wordedProposal,
  wordedProposalSchema,
} from './words/proposal.ts';
export { reasonSaid, wentFirst } from './words/reason.ts';
export { releaseSentence, type SaidRelease, saidRelease, saidReleaseSchema } from './words/release.ts';
export { READING_NAMES, runUpProblemSaid } from './words/run-up.ts';
export { type Said, textOf } from './words/say.ts';
export { linkSaid } from './words/score/chain.ts';
export { evidenceSaid, findingSaid, requirementBefore, requirementName } from './words/score/findings.ts';
export { noticeSaid, noticesText } from './words/score/notices.ts';
export { stageStateName } from './words/stage-check.ts';
export { STANDING_WORDS, standingReason } from './words/standing.ts';
export { takenAlong } from './words/take-along.ts';
export { recurringText } from './words/watch-for.ts';
export { type WordedAttempt, type WordedScore, wordedScore } from './words/worded-score.ts';
