import { CodeBlock } from '../../kit/CodeBlock';
import { Divider } from '../../kit/Heading';
import { Row } from '../../kit/Layout';
import { Key, LaneMark, Logo, StatusMark } from '../../kit/Marks';
import { Copy, Tag } from '../../kit/Copy';
import { When } from '../../kit/Time';
import { Line, Part } from './Part';
import { LONG_NAME, LONG_ADDRESS, ARABIC } from './samples';

export function Words() {
  return (
    <Part name="Words, marks and times">
      <Line>
        <StatusMark status="pending" /> pending <StatusMark status="active" /> active <StatusMark status="suspended" />{' '}
        suspended <StatusMark status="closed" /> closed
      </Line>
      <Line>
        <LaneMark lane="wire" /> wire <LaneMark lane="record" /> record <LaneMark lane="message" /> message{' '}
        <LaneMark lane="audit" /> audit <Logo /> <Key>g</Key>
      </Line>
      <Line>
        <Tag id="01890a5d-ac96-774b-bcce-b302099a8057" duties={2} />
        <When at="2026-03-31T10:00:00Z" /> <When at={null} />
      </Line>
      <Copy text={LONG_ADDRESS} label="the address" />
      <dl>
        <Row label="A row">
          <bdi>{LONG_NAME}</bdi>
        </Row>
        <Row label="Another">
          <bdi>{ARABIC}</bdi>, said on 4 March
        </Row>
      </dl>
      <Divider>What those below have in common</Divider>
      <CodeBlock label="Code">{JSON.stringify({ email: LONG_ADDRESS }, null, 2)}</CodeBlock>
    </Part>
  );
}
