const dots = { small: 'size-1.5', normal: 'size-2.5', large: 'size-5' } as const;

/** A colour as a point: an app's own, or, without one, that something is live. */
export function Dot({ colour, size = 'normal' }: { colour?: string; size?: keyof typeof dots }) {
  return (
    <span
      className={`inline-block shrink-0 rounded-full ${dots[size]} ${colour === undefined ? 'bg-moss' : ''}`}
      style={{ backgroundColor: colour }}
      aria-hidden="true"
    />
  );
}

const pictures = {
  logo: 'size-8 rounded-[6px]',
  small: 'size-10 rounded-full',
  normal: 'size-16 rounded-full border border-line',
} as const;

export function Picture({ src, alt, size }: { src: string; alt: string; size: keyof typeof pictures }) {
  return <img src={src} alt={alt} className={`inline ${pictures[size]}`} />;
}
