import { answer } from '../../api/client';
import { api } from '../api';
import { ChoosePassword } from '../passwords/ChoosePassword';
import { w } from '../words';
import type { PressProps } from './pressing';

/** Whoever reads the mailbox and knows no password begins anew: a name and a password of their own, and nothing that another entered. */
export function StartAfresh({ app, shown, found, onProven, onRefused }: PressProps) {
  return (
    <ChoosePassword
      app={app}
      address={found.address}
      asksName={found.asks_name}
      button={w.verify.afresh}
      send={async (password, name) => {
        const body = { ...shown, new_password: password, ...name };
        onProven(await answer(api.POST('/verifications/consume', { body })));
      }}
      onRefused={onRefused}
    />
  );
}
