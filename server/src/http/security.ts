/** Against cross-site requests and what a page may load. */
import type { MiddlewareHandler } from 'hono';
import { secureHeaders } from 'hono/secure-headers';
import { Problem } from './problem.ts';
import { isOwnOrigin } from './public-url.ts';

/**
 * A request that changes something must come from this very site. Browsers send `Sec-Fetch-Site` or `Origin`;
 * a program that sends neither carries no one else's cookie.
 */
export const sameSiteOnly: MiddlewareHandler = async (c, next) => {
  if (!['GET', 'HEAD', 'OPTIONS'].includes(c.req.method)) {
    const site = c.req.header('Sec-Fetch-Site');
    const origin = c.req.header('Origin');
    const foreignOrigin = origin !== undefined && !isOwnOrigin(origin, c.req.header('Host'));
    if (foreignOrigin || (site !== undefined && site !== 'same-origin' && site !== 'none')) {
      throw new Problem(403, 'The request came from another site.');
    }
  }
  await next();
};

const ofDocuments = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    // The component library writes style elements and attributes at run time.
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    // A video from the reader's own device.
    mediaSrc: ["'self'", 'blob:'],
    workerSrc: ["'self'", 'blob:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
  xFrameOptions: 'DENY',
  // A page's address may hold the token of a link: nobody is told it.
  referrerPolicy: 'no-referrer',
  crossOriginOpenerPolicy: 'same-origin',
});

/** A script or a style is no document: the rules for those would be half a kilobyte more for each of thirty files. */
const ofPieces = secureHeaders({
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
  referrerPolicy: false,
  strictTransportSecurity: false,
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xFrameOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
});

/** A worker's own file says what the worker may load. */
const PIECE = /^\/assets\/(?!.*worker)/;

export const headers: MiddlewareHandler = (c, next) =>
  PIECE.test(c.req.path) ? ofPieces(c, next) : ofDocuments(c, next);
