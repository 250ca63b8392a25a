import type { ApiError, Schemas } from '../../api/client';

export type Found = Schemas['Proof'];

export interface PressProps {
  app: Schemas['App'];
  token: string;
  found: Found;
  onProven: (proven: { address: string }) => void;
  /** The link itself cannot be used any more. */
  onRefused: (error: ApiError) => void;
}

/** A link that was used or replaced meanwhile is another page; everything else is said where it was typed. */
export const isOfTheLink = (error: ApiError) =>
  error.problem?.code === 'challenge.refused' || error.problem?.code === 'invitation.refused';
