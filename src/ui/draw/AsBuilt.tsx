import { tone } from '../theme/tones';

interface AsBuiltProps {
  /** Pieces of a bed side by side; null: it is a tank. */
  pieces: number | null;
  /** Volume as a share of the largest one beside it, 0 to 1. */
  share: number;
}

const [WIDE, HIGH] = [120, 22];
const MOST_DRAWN = 24;

/** A bed as its row of pieces, a tank as large as it is among the others. For looking only; the figures stand beside it. */
export function AsBuilt({ pieces, share }: AsBuiltProps) {
  if (pieces === null) {
    const width = 14 + share * 50;
    return (
      <svg width={WIDE} height={HIGH} aria-hidden="true">
        <path
          d={`M1 3 v${HIGH - 8} q0 3 3 3 h${width - 6} q3 0 3 -3 v-${HIGH - 8}`}
          fill={tone.sheet}
          stroke={tone.ink}
          strokeWidth="1.2"
        />
        <rect x="2" y={HIGH - 11} width={width - 2} height="7" fill={tone.water} opacity="0.55" />
      </svg>
    );
  }
  const drawn = Math.max(1, Math.min(MOST_DRAWN, pieces));
  const cell = WIDE / drawn;
  return (
    <svg width={WIDE} height={HIGH} aria-hidden="true">
      {Array.from({ length: drawn }, (_, i) => (
        <rect
          key={i}
          x={i * cell + 0.8}
          y="3"
          width={Math.max(1, cell - 1.6)}
          height={HIGH - 6}
          fill={tone.sheet}
          stroke={tone.leaf5}
          strokeWidth="1"
        />
      ))}
    </svg>
  );
}
