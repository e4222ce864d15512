import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  ArchiveSchema,
  BurnerEditSchema,
  BurnerParamsSchema,
  KeptBurnerSchema,
  KeptLadleSchema,
  LadleEditSchema,
  LadleParamsSchema,
  NewBurnerSchema,
  NewLadleSchema,
  NewStationReadingSchema,
  NewStationSchema,
  StationEditSchema,
  StationParamsSchema,
  StationReadingParamsSchema,
  StationReadingSchema,
  StationSchema,
} from '#contract';
import { route } from '../../plugins/routes.ts';
import {
  BURNERS,
  LADLES,
  add,
  addReading,
  addStation,
  archive,
  archiveStation,
  dropReading,
  edit,
  editStation,
  keptOf,
  stationReadings,
  stations,
} from './service.ts';

export function stationRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/stations',
    summary: 'Stations of the kitchen over their burners, also those put away',
    response: v.array(StationSchema),
    role: 'viewer',
    handler: async ({ session }) => stations(source, session),
  });
  route(app, {
    method: 'POST',
    url: '/api/stations',
    summary: 'Set up a station',
    body: NewStationSchema,
    response: StationSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => addStation(source, session, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/stations/:stationId',
    summary: 'Change a station, or put its plate on another burner',
    params: StationParamsSchema,
    body: StationEditSchema,
    response: StationSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => editStation(source, session, params.stationId, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/stations/:stationId/archived',
    summary: 'Put a station away, or take it back',
    params: StationParamsSchema,
    body: ArchiveSchema,
    response: StationSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => archiveStation(source, session, params.stationId, body.archived),
  });
  route(app, {
    method: 'GET',
    url: '/api/stations/:stationId/readings',
    summary: 'What was read of a station outside and inside of runs, newest first',
    params: StationParamsSchema,
    response: v.array(StationReadingSchema),
    role: 'viewer',
    handler: async ({ session, params }) => stationReadings(source, session, params.stationId),
  });
  route(app, {
    method: 'POST',
    url: '/api/stations/:stationId/readings',
    summary: 'Keep a reading of a station',
    params: StationParamsSchema,
    body: NewStationReadingSchema,
    response: StationReadingSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, params, body }) => addReading(source, session, params.stationId, body),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/stations/:stationId/readings/:readingId',
    summary: 'Take a reading of a station back',
    params: StationReadingParamsSchema,
    status: 204,
    role: 'cook',
    handler: async ({ session, params }) => dropReading(source, session, params.stationId, params.readingId),
  });
  burnerAndLadleRoutes(app, source);
}

function burnerAndLadleRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/burners',
    summary: 'Burners of the kitchen, also those put away',
    response: v.array(KeptBurnerSchema),
    role: 'viewer',
    handler: async ({ session }) => keptOf(source, session, BURNERS),
  });
  route(app, {
    method: 'POST',
    url: '/api/burners',
    summary: 'Add a burner',
    body: NewBurnerSchema,
    response: KeptBurnerSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => add(source, session, BURNERS, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/burners/:burnerId',
    summary: 'Change a burner, under every plate that stands on it',
    params: BurnerParamsSchema,
    body: BurnerEditSchema,
    response: KeptBurnerSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => edit(source, session, BURNERS, params.burnerId, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/burners/:burnerId/archived',
    summary: 'Put a burner away, or take it back',
    params: BurnerParamsSchema,
    body: ArchiveSchema,
    response: KeptBurnerSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => archive(source, session, BURNERS, params.burnerId, body.archived),
  });
  route(app, {
    method: 'GET',
    url: '/api/ladles',
    summary: 'Ladles of the kitchen’s own, poured into a jug',
    response: v.array(KeptLadleSchema),
    role: 'viewer',
    handler: async ({ session }) => keptOf(source, session, LADLES),
  });
  route(app, {
    method: 'POST',
    url: '/api/ladles',
    summary: 'Keep a ladle with what it pours',
    body: NewLadleSchema,
    response: KeptLadleSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => add(source, session, LADLES, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/ladles/:ladleId',
    summary: 'Pour a ladle anew',
    params: LadleParamsSchema,
    body: LadleEditSchema,
    response: KeptLadleSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => edit(source, session, LADLES, params.ladleId, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/ladles/:ladleId/archived',
    summary: 'Put a ladle away, or take it back',
    params: LadleParamsSchema,
    body: ArchiveSchema,
    response: KeptLadleSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => archive(source, session, LADLES, params.ladleId, body.archived),
  });
}
