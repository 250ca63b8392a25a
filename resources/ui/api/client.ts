import createClient from 'openapi-fetch';
import { kit } from '../kit/words';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** One of what a list answers. */
export type ItemOf<P extends keyof paths> = paths[P] extends {
  get: { responses: { 200: { content: { 'application/json': { items: (infer I)[] } } } } };
}
  ? I
  : never;

export type Problem = Schemas['Problem'];

/** A refusal, or a network that did not answer. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
    /** Seconds until it may be tried again, where the answer says so. */
    readonly retryAfter: number | null = null,
  ) {
    super(problem === null ? kit.unreachable : problem.title);
  }

  /** Whatever went wrong, as one. */
  static of(error: unknown): ApiError {
    return error instanceof ApiError ? error : new ApiError(0, null);
  }

  /** The whole in words: the reasons where there are some, the problem's own detail otherwise. */
  get words(): string {
    if (this.status === 429 && this.retryAfter !== null) return kit.tryAgainIn(this.message, this.retryAfter);
    const reasons = this.problem?.reasons.map((reason) => reason.message) ?? [];
    return reasons.length > 0 ? reasons.join(' ') : [this.message, this.problem?.detail].filter(Boolean).join('. ');
  }
}

/** The generated client, for one surface. */
export function clientFor(surface: 'console' | 'pages', fetch?: (request: Request) => Promise<Response>) {
  const base = { baseUrl: '/api/v1', headers: { 'Kennel-Surface': surface } };
  return createClient<paths>(fetch === undefined ? base : { ...base, fetch });
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** Unwraps an answer: its data, or an ApiError. */
export async function answer<T>(request: Promise<Answer<T>>): Promise<T> {
  const result = await request.catch(() => {
    throw new ApiError(0, null);
  });
  if (!result.response.ok) {
    const seconds = Number(result.response.headers.get('Retry-After') ?? NaN);
    throw new ApiError(
      result.response.status,
      isProblem(result.error) ? result.error : null,
      Number.isFinite(seconds) ? seconds : null,
    );
  }
  return result.data as T;
}

function isProblem(value: unknown): value is Problem {
  return typeof value === 'object' && value !== null && 'code' in value && 'reasons' in value;
}
