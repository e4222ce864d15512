import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import { AfterSeqSchema, RunParamsSchema } from '#contract';
import type { Live } from '../../plugins/live.ts';
import { route } from '../../plugins/routes.ts';
import { eventsAfter } from './service.ts';

const HEARTBEAT_MS = 15_000;

/** The live feed of a run by Server-Sent Events: what came after `seq`, then each event as it is stored. */
export function feedRoute(app: FastifyInstance, source: DataSource, live: Live): void {
  const open = new Set<() => void>();
  app.addHook('preClose', async () => open.forEach((close) => close()));

  route(app, {
    method: 'GET',
    url: '/api/runs/:runId/feed',
    summary: 'Live feed of a run (Server-Sent Events)',
    params: RunParamsSchema,
    query: AfterSeqSchema,
    role: 'viewer',
    handler: async ({ params, query, session, request, reply }) => {
      let sent = Number(request.headers['last-event-id'] ?? query.after) || 0;
      const first = await eventsAfter(source, session, params.runId, sent); // a 404 must leave before the stream opens
      reply.hijack();
      const stream = reply.raw;
      stream.writeHead(200, {
        ...(reply.getHeaders() as Record<string, string>),
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        connection: 'keep-alive',
      });
      const write = (events: Awaited<ReturnType<typeof eventsAfter>>) => {
        if (events.length === 0) return;
        sent = events.at(-1)!.seq;
        stream.write(`id: ${sent}\ndata: ${JSON.stringify(events)}\n\n`);
      };
      write(first);
      stream.write(': open\n\n');

      // one catch-up at a time; a notice that comes meanwhile asks for one more
      let busy = false;
      let again = false;
      const catchUp = async () => {
        again = true;
        if (busy) return;
        busy = true;
        while (again) {
          again = false;
          try {
            write(await eventsAfter(source, session, params.runId, sent));
          } catch (error) {
            request.log.warn(error);
            close(); // the device reconnects and catches up by seq
          }
        }
        busy = false;
      };
      const stop = live.listen(params.runId, () => void catchUp());
      const heartbeat = setInterval(() => {
        stream.write('event: here\ndata:\n\n');
        void catchUp(); // an announcement may have died with its process
      }, HEARTBEAT_MS);
      const close = () => {
        stop();
        clearInterval(heartbeat);
        open.delete(close);
        stream.end();
      };
      open.add(close);
      request.raw.on('close', close);
      void catchUp(); // what was stored between the first read and the listening
    },
  });
}
