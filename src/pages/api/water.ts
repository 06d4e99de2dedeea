import { apiIssues } from '@core/formats';
import { absorptionDbPerM, gaugePressureBar, soundSpeedMps } from '@core/water';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { faultReply } from '@/server/replies';

export const prerender = false;

const querySchema = z.object({
  temperatureC: z.coerce.number().min(0).max(40),
  salinityPsu: z.coerce.number().min(0).max(40),
  depthM: z.coerce.number().min(0).max(10_000).default(0),
  frequencyHz: z.coerce.number().min(1000).max(2_000_000),
});

export const GET: APIRoute = ({ url }) => {
  // An empty value is a missing one, not zero.
  const given = [...url.searchParams].filter(([, value]) => value.trim() !== '');
  const query = querySchema.safeParse(Object.fromEntries(given));
  if (!query.success) return faultReply(400, apiIssues(query.error));
  const { temperatureC, salinityPsu, depthM, frequencyHz } = query.data;
  const pressureBar = gaugePressureBar(depthM, temperatureC, salinityPsu);
  return Response.json({
    soundSpeedMps: soundSpeedMps(temperatureC, salinityPsu, pressureBar),
    absorptionDbPerM: absorptionDbPerM(frequencyHz, temperatureC, salinityPsu, depthM),
  });
};
