import Fastify, { type FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import { setWording } from '#contract';
import { BODY_LIMIT_BYTES, type Lan, type ServerConfig } from './config.ts';
import { appSource } from './database.ts';
import { auditRoutes } from './features/audit/routes.ts';
import { healthRoutes } from './features/health/routes.ts';
import { ingredientRoutes } from './features/ingredients/routes.ts';
import { inviteRoutes } from './features/invites/routes.ts';
import { kitchenRoutes } from './features/kitchens/routes.ts';
import { libraryRoutes } from './features/library/routes.ts';
import { stationRoutes } from './features/stations/routes.ts';
import { networkRoutes } from './features/network/routes.ts';
import { peopleRoutes } from './features/people/routes.ts';
import { feedRoute } from './features/runs/feed.ts';
import { runRoutes } from './features/runs/routes.ts';
import { sessionRoutes } from './features/sessions/routes.ts';
import { registerDocs } from './plugins/docs.ts';
import { registerErrors } from './plugins/errors.ts';
import { registerLive } from './plugins/live.ts';
import { registerSecurity } from './plugins/security.ts';
import { registerSessions } from './plugins/sessions.ts';
import { registerWeb } from './plugins/web.ts';

/** The whole server over a migrated database, not yet listening. Closing it closes its connections. */
export async function buildApp(config: ServerConfig): Promise<FastifyInstance> {
  const app = Fastify({
    logger:
      config.logLevel === 'silent'
        ? false
        : { level: config.logLevel, ...(config.logTo ? { stream: config.logTo } : {}) },
    bodyLimit: BODY_LIMIT_BYTES,
    routerOptions: { maxParamLength: 200 },
    https: config.https ? tlsOf(config.lan) : null,
  }) as unknown as FastifyInstance;
  // Valibot checks requests in the routes; answers are plain JSON
  app.setValidatorCompiler(() => () => true);
  app.setSerializerCompiler(() => (data) => JSON.stringify(data));
  setWording();
  registerErrors(app);
  const source = await appSource(config.databaseUrl).initialize();
  keepClean(app, source);
  app.addHook('onClose', async () => source.destroy());
  await registerSecurity(app, config);
  await registerSessions(app, source);
  const live = await registerLive(app, config.databaseUrl);
  await registerDocs(app);
  healthRoutes(app, source);
  sessionRoutes(app, source, config);
  peopleRoutes(app, source, config);
  inviteRoutes(app, source, config);
  kitchenRoutes(app, source, config);
  auditRoutes(app, source);
  networkRoutes(app, source, config);
  libraryRoutes(app, source);
  stationRoutes(app, source);
  ingredientRoutes(app, source);
  runRoutes(app, source, live);
  feedRoute(app, source, live);
  await registerWeb(app, config.webRoot);
  return app;
}

/** Builds the server and listens. */
export async function serve(config: ServerConfig): Promise<FastifyInstance> {
  const app = await buildApp(config);
  await app.listen({ host: config.host, port: config.port });
  return app;
}

function tlsOf(lan: Lan | undefined) {
  const identity = lan?.identity();
  if (!identity)
    throw new Error('The network was taken back by an owner: a new authority is made on the Kitchen page.');
  return { key: identity.keyPem, cert: identity.certificatePem };
}

const CLEAN_EVERY_MS = 3_600_000;

/** What is over is cleaned away when the server starts and every hour. */
function keepClean(app: FastifyInstance, source: DataSource): void {
  const clean = () => void source.query('SELECT clean_away()').catch((error: unknown) => app.log.warn(error));
  clean();
  const timer = setInterval(clean, CLEAN_EVERY_MS);
  app.addHook('preClose', async () => clearInterval(timer));
}
