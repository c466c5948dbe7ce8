import type { NextFunction, Request, Response } from 'express';
import type mysql from 'mysql2/promise';
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import { contractPath, isApiPath } from '../../ground/http/api.ts';
import type { Services } from './compose.ts';

/** Seconds below which answers are counted. */
const STEPS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** A route of the API as the contract writes it; everything else by what it is, so that addresses do not become names. */
const routeOf = ({ path, route }: Request): string => {
  const matched = (route as { path?: unknown } | undefined)?.path;
  if (typeof matched === 'string' && matched.startsWith('/api/')) return contractPath(matched);
  if (isApiPath(path)) return 'unknown';
  return path.startsWith('/assets/') ? 'file' : 'page';
};

const statusOf = async ({ pool }: Services['database'], names: string): Promise<Map<string, number>> => {
  const [rows] = await pool
    .promise()
    .query<mysql.RowDataPacket[]>(`show global status where variable_name in (${names})`);
  return new Map(rows.map((r) => [String(r.Variable_name).toLowerCase(), Number(r.Value)]));
};

/**
 * What this process does, told in the text format of OpenMetrics 1.0: its requests, the age of its indexes, its connections, the
 * queue, and how its node of the database stands.
 */
export const makeMetrics = (services: Services) => {
  const registry = new Registry();
  registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE as unknown as typeof Registry.PROMETHEUS_CONTENT_TYPE);
  const registers = [registry];
  collectDefaultMetrics({ register: registry });
  const requests = new Counter({ name: 'kettle_requests', help: 'Requests that were answered.', labelNames: ['method', 'route', 'status'], registers }); // prettier-ignore
  const seconds = new Histogram({ name: 'kettle_request_seconds', help: 'How long answers took.', labelNames: ['method', 'route'], buckets: STEPS, registers }); // prettier-ignore
  const gauge = (name: string, help: string, labelNames: string[] = []) =>
    new Gauge({ name: `kettle_${name}`, help, labelNames, registers });
  const indexAge = gauge('sift_index_age_seconds', 'Since the index of a marketplace was built.', ['marketplace']);
  const indexRows = gauge('sift_index_listings', 'Listings in the index of a marketplace.', ['marketplace']);
  const connections = gauge('database_connections', 'Connections of the pool, by what they do.', ['state']);
  const node = gauge('database_node', 'Which of the database’s addresses is worked with, counted from 0.');
  const size = gauge('database_cluster_nodes', 'Nodes of the cluster that see each other; 0 where it is none.');
  const waiting = gauge('database_cluster_behind', 'Changes of other nodes that wait to be made on this one.');
  const jobs = gauge('jobs', 'Jobs by how they stand.', ['state']);
  const leaving = gauge('leaving', 'Whether this process is about to stop.');

  const collect = async (): Promise<void> => {
    const now = Date.now();
    indexAge.reset();
    indexRows.reset();
    for (const { marketplace, builtAt, rows } of services.indexes.all()) {
      indexAge.set({ marketplace }, Math.max(0, (now - Date.parse(builtAt)) / 1000));
      indexRows.set({ marketplace }, rows);
    }
    for (const [state, n] of Object.entries(services.database.connections())) connections.set({ state }, n);
    node.set(services.database.node());
    leaving.set(services.life.leaving ? 1 : 0);
    const [counts, status] = await Promise.all([
      services.jobs.counts(),
      statusOf(services.database, "'wsrep_cluster_size', 'wsrep_local_recv_queue'"),
    ]);
    for (const [state, n] of Object.entries(counts)) jobs.set({ state }, n);
    size.set(status.get('wsrep_cluster_size') ?? 0);
    waiting.set(status.get('wsrep_local_recv_queue') ?? 0);
  };

  return {
    /** Counts a request once it has been answered. */
    count: (request: Request, response: Response, next: NextFunction): void => {
      const since = performance.now();
      const { method } = request;
      response.once('finish', () => {
        // Which route matched is known by now.
        const route = routeOf(request);
        requests.inc({ method, route, status: response.statusCode });
        // A line that stays open tells nothing by how long it was.
        if (route !== '/api/changes') seconds.observe({ method, route }, (performance.now() - since) / 1000);
      });
      next();
    },
    type: Registry.OPENMETRICS_CONTENT_TYPE as string,
    text: async (): Promise<string> => {
      await collect();
      return registry.metrics();
    },
  };
};
