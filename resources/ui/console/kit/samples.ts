import { ApiError } from '../../api/client';

/** As long as they come, and written from right to left. */
export const LONG_NAME = 'Wolkenbruchwassermesserinnenvereinigung'.repeat(3);
export const LONG_ADDRESS = `${'a'.repeat(64)}@${'b'.repeat(60)}.${'c'.repeat(60)}.${'d'.repeat(57)}.example`;
export const ARABIC = 'نور الهدى بنت عبد الرحمن';

export const nothing = () => undefined;
export const asked = { isPending: false, isPaused: false, error: null, refetch: nothing };
export const refused = new ApiError(503, null);
