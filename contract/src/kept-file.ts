import { z } from 'zod';
import { id } from './basic';
import { dashboardBody } from './dashboards';
import { endpoint } from './endpoint';
import { viewBody } from './views';

/** What tells such a file from any other, and how it is written: another number where it is written otherwise. */
export const KEPT_FILE = { format: 'unified-lens kept', version: 1 } as const;

/** Views and dashboards as a file that another installation can take in. Dashboards hold their views themselves. */
export const keptFile = z.object({
  format: z.literal(KEPT_FILE.format, 'It is no file of kept views and dashboards'),
  version: z.literal(KEPT_FILE.version, 'It was written by a newer program: bring this one up to date first'),
  views: z.array(viewBody).max(200).readonly(),
  dashboards: z.array(dashboardBody).max(100).readonly(),
});
export type KeptFile = z.infer<typeof keptFile>;

const kept = z.object({ id, label: z.string() });

export const KEPT_FILE_ENDPOINTS = {
  bringKept: endpoint({
    method: 'POST',
    path: '/clients/:client/kept-files',
    summary: 'Take in views and dashboards from a file: all of them, or none where one cannot be',
    params: z.object({ client: id }),
    body: z.object({ file: keptFile, by: z.string().trim().max(100), isOfAgency: z.boolean() }),
    reply: z.object({ views: z.array(kept).readonly(), dashboards: z.array(kept).readonly() }),
  }),
} as const;
