import type { ReactNode } from 'react';
import { useMay } from '../api';
import { StationHead } from '../rules/Bench';

const TABS = [
  ['', 'Outbox'],
  ['mailboxes', 'Mailboxes'],
  ['wording', 'Wording'],
  ['allowance', 'Allowance'],
] as const;

/** The head of the mail station: what is on its way, and what it says. */
export function MailHead({ tab, aside }: { tab: (typeof TABS)[number][0]; aside?: ReactNode }) {
  const may = useMay();
  const needs = {
    '': 'kennel:messages.read',
    mailboxes: 'kennel:messages.read',
    wording: 'kennel:rules.read',
    allowance: 'kennel:rules.read',
  } as const;
  return (
    <StationHead name="Mail" path="/mail" tabs={TABS.filter(([key]) => may(needs[key]))} tab={tab} aside={aside} />
  );
}
