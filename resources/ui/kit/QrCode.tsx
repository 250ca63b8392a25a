import { encode } from 'uqr';

/** A QR code as a picture of squares, dark on light in either scheme: readers want it so. */
export function QrCode({ text, label }: { text: string; label: string }) {
  const { data, size } = encode(text, { ecc: 'M', border: 2 });
  const path = data.flatMap((row, y) => row.map((isDark, x) => (isDark ? `M${x} ${y}h1v1h-1z` : ''))).join('');
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${size} ${size}`}
      shapeRendering="crispEdges"
      className="w-52 max-w-full rounded-control border border-line bg-white"
    >
      <path d={path} fill="#000" />
    </svg>
  );
}
