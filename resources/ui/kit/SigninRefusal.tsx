import type { ApiError } from '../api/client';
import { Notice } from './Notice';

/** Why signing in did not work, on either surface: in one sentence that tells a stranger nothing. */
export function SigninRefusal({ refusal }: { refusal: ApiError | null }) {
  return refusal === null ? null : (
    <Notice tone="stop" role="alert">
      {refusal.problem?.code === 'signin.refused' ? refusal.problem.detail : refusal.words}
    </Notice>
  );
}
