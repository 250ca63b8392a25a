export interface FieldRule {
  key: string;
  label: string;
  help: string;
  type: string;
  required: string;
  edited_by: string;
  apps: string[];
  minimum: number | null;
  maximum: number | null;
  earliest: string;
  latest: string;
  region: string;
  choices: { key: string; label: string; retired: boolean }[];
  retired: boolean;
}

export const TYPES = [
  ['short_text', 'short text'],
  ['long_text', 'long text'],
  ['number', 'number'],
  ['date', 'date'],
  ['yes_no', 'yes or no'],
  ['one_choice', 'one choice'],
  ['several_choices', 'several choices'],
  ['phone', 'phone number'],
  ['url', 'web address'],
  ['country', 'country'],
  ['picture', 'picture'],
] as const;

export const REQUIRED = [
  { value: 'never', label: 'never' },
  { value: 'at_signup', label: 'at sign-up' },
  { value: 'before_first_use', label: 'before first use' },
] as const;

export const WITH_LIMITS = ['short_text', 'long_text', 'number', 'several_choices'];
