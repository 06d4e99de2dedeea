import type { APIRoute } from 'astro';
import { version } from '../../../package.json';

export const prerender = false;

export const GET: APIRoute = () => Response.json({ status: 'ok', name: 'wise-ripple', version });
