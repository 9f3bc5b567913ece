/** The whole application: the API under /api, the built interface under everything else. */
import { existsSync } from 'node:fs';
import { serveStatic } from '@hono/node-server/serve-static';
import { OpenAPIHono } from '@hono/zod-openapi';
import type { Context } from 'hono';
import { compress } from 'hono/compress';
import { HTTPException } from 'hono/http-exception';
import { requestId } from 'hono/request-id';
import { archiveRoutes } from '../archive/routes.ts';
import { lessonRoutes } from '../brief/lessons.ts';
import { isConnectionError, refusalOf } from '../db/errors.ts';
import { alongsideRoutes } from '../debrief/alongside-routes.ts';
import { flightRoutes } from '../debrief/flight-routes.ts';
import { mappingRoutes } from '../debrief/mapping-routes.ts';
import { recordingChangeRoutes } from '../debrief/recording-change-routes.ts';
import { recordingRoutes } from '../debrief/recordings.ts';
import { statementRoutes } from '../debrief/statement-routes.ts';
import { flyRoutes } from '../fly/routes.ts';
import { ownFiguresRoutes } from '../hangar/own-figures-routes.ts';
import { hangarRoutes } from '../hangar/routes.ts';
import { roundRoutes } from '../insight/round-routes.ts';
import { insightRoutes } from '../insight/routes.ts';
import { deviceRoutes } from '../live/devices.ts';
import { feedOfFlightRoutes } from '../live/feed-routes.ts';
import { liveNoteRoutes } from '../live/note-routes.ts';
import { unmatchedRoutes } from '../live/unmatched.ts';
import { voiceRoutes } from '../live/voice-routes.ts';
import { watchRoutes } from '../live/watch-routes.ts';
import { enteredRoutes } from '../path/entered-routes.ts';
import { gateRoutes } from '../path/gate-routes.ts';
import { proposalRoutes } from '../path/proposal-routes.ts';
import { pathRoutes } from '../path/routes.ts';
import { stageCheckRoutes } from '../path/stage-check-routes.ts';
import { stageQuestionRoutes } from '../path/stage-question-routes.ts';
import { syllabusRoutes } from '../path/syllabus-routes.ts';
import { accountRoutes } from '../people/account-routes.ts';
import { agreementRoutes } from '../people/agreement-routes.ts';
import { invitationRoutes } from '../people/invitation-routes.ts';
import { ownAccountRoutes } from '../people/own-account-routes.ts';
import { peopleRoutes } from '../people/routes.ts';
import { schoolRoutes } from '../people/school-routes.ts';
import { landingRoutes } from '../record/landing-routes.ts';
import { logbookRoutes } from '../record/logbook-routes.ts';
import { releaseRoutes } from '../record/release-routes.ts';
import { templateRoutes } from '../record/template-routes.ts';
import { standardRoutes } from '../standards/routes.ts';
import { coachWordsRoutes } from '../technique/coach-words-routes.ts';
import { techniqueRoutes } from '../technique/routes.ts';
import { todayRoutes } from '../today/routes.ts';
import { feedRoutes } from '../week/feed-routes.ts';
import { weekRoutes } from '../week/routes.ts';
import { usualHoursRoutes } from '../week/usual-hours.ts';
import { boundedLength } from './bodies.ts';
import { changeOfUserRoutes } from './change-of-user-routes.ts';
import { type Env, router, type Services } from './env.ts';
import { healthRoutes } from './health.ts';
import { log, logged, plain } from './log.ts';
import { measured, metricsRoutes } from './metrics.ts';
import { Problem, respond } from './problem.ts';
import { schemaRoutes } from './schemas.ts';
import { headers, sameSiteOnly } from './security.ts';
import { sessionRoutes } from './session-routes.ts';
import { signedIn } from './sessions.ts';

/** Paths below /api that need no session. */
const OPEN = new Set([
  '/api/health',
  '/api/session',
  '/api/session/people',
  '/api/session/change',
  '/api/openapi.json',
  '/api/metrics',
  '/api/setup',
  '/api/schemas',
]);
/** Links that let somebody in, or show a calendar: the address itself is the secret. */
const OPEN_LINKS = /^\/api\/(invitations|resets|calendar)\/[^/]+$/;

/** @param webFolder the built interface; none in the server's tests. */
export function makeApp(services: Services, webFolder?: string): OpenAPIHono<Env> {
  const app = new OpenAPIHono<Env>();
  app.use(headers);
  app.use('/api/*', requestId(), logged, measured);
  app.use(async (c, next) => {
    c.set('database', services.database);
    c.set('tasks', services.tasks);
    await next();
  });
  // A stream is sent as it comes: nothing may wait for more of it.
  app.use('/api/*', (c, next) => (c.req.path.endsWith('/events') ? next() : compressed(c, next)));
  app.use('/api/*', sameSiteOnly);
  app.use('/api/*', async (c, next) => {
    c.header('Cache-Control', 'no-store');
    const { path } = c.req;
    // A device's key alone opens its feed.
    if (OPEN.has(path) || OPEN_LINKS.test(path) || path.startsWith('/api/feed/')) return next();
    return signedIn(c, next);
  });
  app.use('/api/*', boundedLength);

  app.route('/', api());
  app.doc31('/api/openapi.json', {
    openapi: '3.1.0',
    info: {
      title: 'Keel Path',
      version: '1',
      description: 'Errors are application/problem+json (RFC 9457).',
    },
  });
  app.all('/api/*', () => {
    throw new Problem(404, 'There is no such address.');
  });
  if (webFolder && existsSync(webFolder)) {
    app.use('/assets/*', serveStatic({ root: webFolder, precompressed: true, onFound: neverChanges }));
    app.use('/*', serveStatic({ root: webFolder, precompressed: true }));
    // Every other address is a view of the interface; a piece that is gone is none.
    app.get('/assets/*', (c) => respond(c, new Problem(404, 'There is no such file; load the page again.')));
    app.get('/*', serveStatic({ root: webFolder, path: 'index.html', precompressed: true }));
  }
  app.onError((error, c) => {
    if (error instanceof Problem) return respond(c, error);
    if (error instanceof HTTPException)
      return respond(c, new Problem(error.status, error.message || 'Bad request.'));
    const refusal = refusalOf(error);
    if (refusal) return respond(c, refusal);
    if (isConnectionError(error))
      return respond(
        c,
        new Problem(503, 'The database does not answer. Nothing was lost; try again in a moment.'),
      );
    log.error({ requestId: c.get('requestId'), error: plain(error) }, 'a request failed');
    return respond(
      c,
      new Problem(500, 'Nothing was lost; try again. If it stays, look at the server’s output.'),
    );
  });
  app.notFound((c) => respond(c, new Problem(404, 'There is no such address.')));
  return app;
}

const compressed = compress();

/** A file whose name holds a hash of what is in it. */
const neverChanges = (_path: string, c: Context) =>
  c.header('Cache-Control', 'public, max-age=31536000, immutable');

/** Every part of the API, one after another: the type of it is what the interface's client is made of. */
const api = () =>
  router()
    .basePath('/api')
    .route('/', healthRoutes())
    .route('/', metricsRoutes())
    .route('/', sessionRoutes())
    .route('/', changeOfUserRoutes())
    .route('/', accountRoutes())
    .route('/', invitationRoutes())
    .route('/', ownAccountRoutes())
    .route('/', peopleRoutes())
    .route('/', schoolRoutes())
    .route('/', schemaRoutes())
    .route('/', archiveRoutes())
    .route('/', hangarRoutes())
    .route('/', ownFiguresRoutes())
    .route('/', standardRoutes())
    .route('/', techniqueRoutes())
    .route('/', coachWordsRoutes())
    .route('/', lessonRoutes())
    .route('/', recordingRoutes())
    .route('/', alongsideRoutes())
    .route('/', recordingChangeRoutes())
    .route('/', flightRoutes())
    .route('/', mappingRoutes())
    .route('/', flyRoutes())
    .route('/', statementRoutes())
    .route('/', pathRoutes())
    .route('/', enteredRoutes())
    .route('/', gateRoutes())
    .route('/', syllabusRoutes())
    .route('/', proposalRoutes())
    .route('/', stageCheckRoutes())
    .route('/', stageQuestionRoutes())
    .route('/', landingRoutes())
    .route('/', releaseRoutes())
    // Before the papers, whose address is a student’s with any name after it.
    .route('/', agreementRoutes())
    .route('/', logbookRoutes())
    .route('/', templateRoutes())
    .route('/', weekRoutes())
    .route('/', usualHoursRoutes())
    .route('/', feedRoutes())
    .route('/', todayRoutes())
    .route('/', insightRoutes())
    .route('/', roundRoutes())
    .route('/', deviceRoutes())
    .route('/', feedOfFlightRoutes())
    .route('/', watchRoutes())
    .route('/', liveNoteRoutes())
    .route('/', unmatchedRoutes())
    .route('/', voiceRoutes());
export type Api = ReturnType<typeof api>;
