import type { ApiError, Schemas } from '../../api/client';

export type Found = Schemas['Proof'];

/** What somebody shows: the link they followed, or the code they typed. */
export type Shown = { token: string } | { email: string; code: string };

export interface PressProps {
  app: Schemas['App'];
  shown: Shown;
  found: Found;
  onProven: (proven: { address: string }) => void;
  /** The link itself, or the code, cannot be used any more. */
  onRefused: (error: ApiError) => void;
}

/** A link that was used or replaced meanwhile is another page, and so is a code; everything else is said where it was typed. */
export const isOfTheLink = (error: ApiError) =>
  error.problem?.code === 'challenge.refused' ||
  error.problem?.code === 'invitation.refused' ||
  error.problem?.reasons.some(({ code }) => code === 'code.wrong') === true;
