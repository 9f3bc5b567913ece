/** A form with a large file, taken in as it arrives: a file looked through in one go would hold every other request. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import Busboy from '@fastify/busboy';
import type { MiddlewareHandler } from 'hono';
import { refuseLarge } from './bodies.ts';
import { Problem } from './problem.ts';

const BROKEN = 'The form could not be read; send the file again.';
const DISK_FULL =
  'The disk on which the server puts files down is full: make room on it, and send the file again.';

/** A file that is too large to lie in memory; it is there until the request is answered. */
export class FileOnDisk extends File {
  constructor(
    readonly path: string,
    name: string,
  ) {
    super([], name);
  }
}

interface Reading {
  contentType: string;
  largest: number;
  /** Refuses a larger file. */
  tooLarge: () => never;
  /** Where a file is put down; undefined where it is kept in memory. */
  path?: string;
}

/** Busboy hands over a file as a stream: who takes it owns its errors too. */
async function fileOf(file: NodeJS.ReadableStream, name: string, path?: string): Promise<File> {
  if (path) {
    await pipeline(file, createWriteStream(path, { mode: 0o600 }));
    return new FileOnDisk(path, name);
  }
  const parts: Buffer<ArrayBuffer>[] = [];
  for await (const part of file) parts.push(part as Buffer<ArrayBuffer>);
  return new File(parts, name);
}

function read(body: ReadableStream, { contentType, largest, tooLarge, path }: Reading) {
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
      const full = (error as NodeJS.ErrnoException).code === 'ENOSPC';
      reject(
        error instanceof Problem ? error : full ? new Problem(503, DISK_FULL) : new Problem(422, BROKEN),
      );
    };
    const files: Promise<void>[] = [];
    busboy.on('field', (name, value) => form.append(name, value));
    busboy.on('file', (name, file, fileName) => {
      file.on('limit', () => {
        try {
          tooLarge();
        } catch (error) {
          fail(error);
        }
      });
      const taken = fileOf(file, fileName ?? '', path).then((one) => form.append(name, one));
      // A form that breaks off in its file fails alone.
      taken.catch(fail);
      files.push(taken);
    });
    busboy.on('error', fail);
    source.on('error', fail);
    busboy.on('finish', () => Promise.all(files).then(() => resolve(form), fail));
    source.pipe(busboy);
  });
}

/**
 * Reads the form before it is checked. A file of more than `largest` bytes is refused in the words of its address.
 * @param where a file that may be larger than memory is put down on the disk, for as long as the request lasts
 */
export const multipart =
  (largest: number, where: 'in memory' | 'on disk' = 'in memory'): MiddlewareHandler =>
  async (c, next) => {
    const contentType = c.req.header('Content-Type') ?? '';
    const { body } = c.req.raw;
    if (!/^multipart\/form-data/i.test(contentType) || !body) return next();
    const tooLarge = () => refuseLarge(c.req.path);
    const path = where === 'on disk' ? join(tmpdir(), `keel-${randomUUID()}`) : undefined;
    try {
      c.req.bodyCache.formData = await read(body as ReadableStream, { contentType, largest, tooLarge, path });
      await next();
    } catch (error) {
      // What busboy itself says of a form without a boundary.
      throw error instanceof Problem || c.req.bodyCache.formData ? error : new Problem(422, BROKEN);
    } finally {
      if (path) await rm(path, { force: true });
    }
  };
