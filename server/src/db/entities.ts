/** The tables, as TypeORM sees them; the migrations say how they are made and what they insist on. */

import { AttemptEntity, AttemptFindingEntity } from './tables/attempt.ts';
import { AirplaneEntity, ColumnMappingEntity } from './tables/hangar.ts';
import {
  ExceedanceEntity,
  ForecastEntity,
  GradingAnswerEntity,
  RoundAttemptEntity,
  RoundEntity,
  RoundGradeEntity,
} from './tables/insight.ts';
import { LessonEntity } from './tables/lesson.ts';
import { LinkEntity } from './tables/link.ts';
import { DeviceEntity, LiveBatchEntity, LiveFlightEntity, LiveNoteEntity } from './tables/live.ts';
import {
  AgreementEntity,
  GateClosingEntity,
  LandingEntity,
  LandingWordEntity,
  ReleaseCheckEntity,
  SkillRecordEntity,
  SkillWordEntity,
  SoloLimitsEntity,
  SyllabusEntity,
} from './tables/path.ts';
import { AccountEntity, KnownDeviceEntity, SessionEntity, TeachingEntity } from './tables/people.ts';
import { RecordingEntity, RecordingFileEntity } from './tables/recording.ts';
import { SchoolEntity } from './tables/school.ts';
import { FlightEntity, KeelEntity, ScoreEntity } from './tables/score.ts';
import { LogDraftEntity, SignedEntity } from './tables/signed.ts';
import { StageCheckEntity, StageRetrainingEntity } from './tables/stage-check.ts';
import { StandardEntity } from './tables/standard.ts';
import { EnteredAttemptEntity, StatementEntity } from './tables/statement.ts';
import { TaskEntity } from './tables/task.ts';
import { TrailEntity } from './tables/trail.ts';
import { BookingEntity, CalendarFeedEntity } from './tables/week.ts';

export * from './tables/attempt.ts';
export * from './tables/hangar.ts';
export * from './tables/insight.ts';
export * from './tables/lesson.ts';
export * from './tables/link.ts';
export * from './tables/live.ts';
export * from './tables/path.ts';
export * from './tables/people.ts';
export * from './tables/recording.ts';
export * from './tables/school.ts';
export * from './tables/score.ts';
export * from './tables/signed.ts';
export * from './tables/stage-check.ts';
export * from './tables/standard.ts';
export * from './tables/statement.ts';
export * from './tables/task.ts';
export * from './tables/trail.ts';
export * from './tables/week.ts';

export const entities = [
  SchoolEntity,
  AccountEntity,
  TeachingEntity,
  SessionEntity,
  KnownDeviceEntity,
  LinkEntity,
  AirplaneEntity,
  ColumnMappingEntity,
  StandardEntity,
  LessonEntity,
  RecordingEntity,
  RecordingFileEntity,
  ScoreEntity,
  KeelEntity,
  FlightEntity,
  AttemptEntity,
  AttemptFindingEntity,
  StatementEntity,
  EnteredAttemptEntity,
  TaskEntity,
  TrailEntity,
  SyllabusEntity,
  SkillRecordEntity,
  AgreementEntity,
  SkillWordEntity,
  GateClosingEntity,
  SoloLimitsEntity,
  ReleaseCheckEntity,
  LandingEntity,
  LandingWordEntity,
  LogDraftEntity,
  SignedEntity,
  RoundEntity,
  RoundAttemptEntity,
  RoundGradeEntity,
  GradingAnswerEntity,
  ForecastEntity,
  ExceedanceEntity,
  StageCheckEntity,
  StageRetrainingEntity,
  BookingEntity,
  CalendarFeedEntity,
  DeviceEntity,
  LiveFlightEntity,
  LiveBatchEntity,
  LiveNoteEntity,
];
