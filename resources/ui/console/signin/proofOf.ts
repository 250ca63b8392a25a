const PROOFS = {
  password: 'password',
  mail_link: 'mailed link',
  mail_code: 'mailed code',
  passkey: 'passkey',
  provider: 'outside provider',
  authenticator: 'authenticator app',
  text_code: 'text message',
  recovery_code: 'recovery code',
  known_device: 'known device',
} as const;

/** How a session was proven, in words. */
export function proofOf({ proven_by, second_factor }: { proven_by: string; second_factor: string | null }): string {
  const say = (one: string) => PROOFS[one as keyof typeof PROOFS] ?? one;
  return second_factor === null ? say(proven_by) : `${say(proven_by)}, ${say(second_factor)}`;
}
