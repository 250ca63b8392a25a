import { type ReactNode } from 'react';
import { ApiError } from '../../api/client';
import { Boundary } from '../../kit/Boundary';
import { Failure } from '../../kit/Failure';
import { LinkButton } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Progress } from '../../kit/Progress';
import { Empty, Loading, QueryState } from '../../kit/QueryState';
import { Strip } from '../../kit/Strip';
import { Part } from './Part';
import { LONG_NAME, asked, refused } from './samples';

function Broken(): ReactNode {
  throw new Error('a primitive that fails when it is drawn');
}

export function States() {
  return (
    <Part name="Answers, and none">
      <Loading what="the accounts" />
      <QueryState of={{ ...asked, isPending: true, isPaused: true }} what="the accounts" />
      <QueryState of={{ ...asked, error: refused }} what="the accounts" isEmpty empty="" />
      <QueryState of={asked} what="the accounts" isEmpty empty="No account matches these filters." />
      <Empty>Nothing yet. Sign up on an account page and something appears here.</Empty>
      <Failure error={new ApiError(0, null)} />
      <Notice tone="good">
        <strong>Good.</strong> Nothing has to be done.
      </Notice>
      <Notice tone="caution">Something should be looked at.</Notice>
      <Notice tone="stop">Something does not work.</Notice>
      <Notice tone="information">Something to know.</Notice>
      <Strip tone="good">2 accounts would lose a duty.</Strip>
      <Strip tone="caution" aside={<LinkButton kind="inherit">See them</LinkButton>}>
        {LONG_NAME}
      </Strip>
      <Strip tone="stop">Cannot be published.</Strip>
      <Progress label="Some work" value={30} max={120}>
        30 of 120 points <LinkButton>Cancel</LinkButton>
      </Progress>
      <Boundary what="A part">
        <Broken />
      </Boundary>
    </Part>
  );
}
