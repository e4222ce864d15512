import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import { databaseDown, databaseFull } from '../../errors.ts';
import { route } from '../../plugins/routes.ts';

const HealthSchema = v.object({ ok: v.boolean(), database: v.picklist(['up', 'down']) });
const ClockSchema = v.object({ nowMs: v.number() });

/** Devices try again within half a minute: a disk that was full and takes what they send has room again. */
const FULL_FOR_MS = 60_000;

/** Is the server well, and what time is it: devices measure their clock's offset against it. */
export function healthRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/health',
    summary: 'Whether server and database are up',
    response: HealthSchema,
    role: 'anyone',
    handler: async () => {
      try {
        await source.query('SELECT 1');
      } catch {
        throw databaseDown();
      }
      if (Date.now() - app.fullAtMs < FULL_FOR_MS) throw databaseFull();
      return { ok: true, database: 'up' };
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/clock',
    summary: 'The server clock in milliseconds',
    response: ClockSchema,
    role: 'anyone',
    handler: async () => ({ nowMs: Date.now() }),
  });
}
