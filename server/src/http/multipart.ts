/** A form with a large file, taken in as it arrives: a file looked through in one go would hold every other request. */
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import Busboy from '@fastify/busboy';
import type { MiddlewareHandler } from 'hono';
import { Problem } from './problem.ts';

const BROKEN = 'The form could not be read; send the file again.';

function read(body: ReadableStream, contentType: string, largest: number, tooLarge: () => never) {
  return new Promise<FormData>((resolve, reject) => {
    const form = new FormData();
    const busboy = Busboy({
      headers: { 'content-type': contentType },
      limits: { fileSize: largest + 1, files: 1, fields: 20, fieldSize: 256 * 1024 },
    });
    const source = Readable.fromWeb(body);
    const fail = (error: unknown) => {
      source.unpipe(busboy);
      source.resume();
      reject(error instanceof Problem ? error : new Problem(422, BROKEN));
    };
    busboy.on('field', (name, value) => form.append(name, value));
    busboy.on('file', (name, file, fileName) => {
      const parts: Buffer<ArrayBuffer>[] = [];
      file.on('data', (part: Buffer<ArrayBuffer>) => parts.push(part));
      file.on('limit', () => {
        try {
          tooLarge();
        } catch (error) {
          fail(error);
        }
      });
      file.on('end', () => form.append(name, new File(parts, fileName ?? '')));
      // A form that breaks off in its file: without an owner for it the error would end the process.
      file.on('error', fail);
    });
    busboy.on('error', fail);
    source.on('error', fail);
    busboy.on('finish', () => resolve(form));
    source.pipe(busboy);
  });
}

/** Reads the form before it is checked. `tooLarge` refuses a file of more than `largest` bytes. */
export const multipart =
  (largest: number, tooLarge: () => never): MiddlewareHandler =>
  async (c, next) => {
    const contentType = c.req.header('Content-Type') ?? '';
    if (/^multipart\/form-data/i.test(contentType) && c.req.raw.body) {
      try {
        c.req.bodyCache.formData = await read(
          c.req.raw.body as ReadableStream,
          contentType,
          largest,
          tooLarge,
        );
      } catch (error) {
        throw error instanceof Problem ? error : new Problem(422, BROKEN);
      }
    }
    await next();
  };
