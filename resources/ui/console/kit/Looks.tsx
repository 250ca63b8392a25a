import { Disclosure } from '../../kit/Disclosure';
import { Frame, WrittenFrame } from '../../kit/Frame';
import { Chip } from '../../kit/Chip';
import { NeedMark, Swatch } from '../../kit/Marks';
import { Dot, Picture } from '../../kit/Picture';
import { Surface } from '../../kit/Surface';
import { Address, Note, Text, type Look } from '../../kit/Text';
import { Line, Part } from './Part';
import { ARABIC, LONG_ADDRESS, LONG_NAME } from './samples';

const TONES: readonly NonNullable<Look['tone']>[] = ['ink', 'soft', 'act', 'good', 'caution', 'stop'];
const SIZES: readonly NonNullable<Look['size']>[] = ['small', 'normal', 'note', 'large', 'lead', 'title', 'page'];

/** What words and grounds can look like. */
export function Looks() {
  return (
    <Part name="Looks of words and grounds">
      <Line>
        {TONES.map((tone) => (
          <Text key={tone} tone={tone}>
            {tone}
          </Text>
        ))}
      </Line>
      <Line>
        {SIZES.map((size) => (
          <Text key={size} size={size} weight="strong">
            {size}
          </Text>
        ))}
      </Line>
      <Text as="p" face="mono" className="wrap-anywhere">
        O0 l1I {LONG_NAME}
      </Text>
      <Note className="wrap-anywhere">
        A line of explanation, <bdi>{ARABIC}</bdi>, beneath what it explains.
      </Note>
      <p className="wrap-anywhere">
        <Address>{LONG_ADDRESS}</Address>
      </p>
      <Surface edge="all" ground="sheet" className="p-3">
        A sheet
        <Surface edge="top" className="py-1">
          above a hairline
        </Surface>
        <Surface edge="cut" ground="well" className="p-2">
          and a well, cut off
        </Surface>
      </Surface>
      <Line>
        <NeedMark calls /> <NeedMark calls isHere /> <NeedMark calls={false} /> <NeedMark calls={false} isHere />
        <Dot size="small" /> <Dot colour="#006373" /> <Dot colour="#006373" size="large" /> <Swatch colour="#006373" />
        <Swatch colour="" /> <Picture src="/icon.svg" alt="A picture" size="logo" />
        <Picture src="/icon.svg" alt="A small picture" size="small" />
        <Picture src="/icon.svg" alt="A larger picture" size="normal" />
      </Line>
      <Line>
        <Chip tone="good">unforeseen</Chip> <Chip tone="caution">a common word</Chip> <Chip tone="stop">refused</Chip>
      </Line>
      <Disclosure summary="What is there for those who want to know more">
        <p>More of it.</p>
      </Disclosure>
      <Frame title="A page within the page" srcDoc="<p lang=en>What somebody else sees.</p>" className="h-16 w-full" />
      <WrittenFrame
        title="A page that is written here"
        src="/api/v1/wordings/frame?surface=console"
        html="<body><p>What somebody will see.</p></body>"
        className="h-16 w-full"
      />
    </Part>
  );
}
