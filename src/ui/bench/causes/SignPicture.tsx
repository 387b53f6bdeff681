import type { ReactNode } from 'react';
import type { Sign } from '@/core/sheets';
import { TOKENS } from '@/ui/theme/tokens';

/** The print all signs are drawn on: a hill, a moon, three reeds. */
const HILL = 'M8 62V44C22 34 40 36 54 42S80 46 88 38V62Z',
  REEDS = 'M22 40V16M28 40V20M34 40V14',
  MOON = { cx: 66, cy: 22, r: 9 };

function Motif({ fill = TOKENS.ink, reed = 2, opacity = 1, children }: MotifProps) {
  return (
    <g opacity={opacity}>
      <path d={HILL} fill={fill} />
      <circle {...MOON} fill={fill} />
      <path d={REEDS} stroke={fill} strokeWidth={reed} fill="none" />
      {children}
    </g>
  );
}

interface MotifProps {
  readonly fill?: string;
  readonly reed?: number;
  readonly opacity?: number;
  readonly children?: ReactNode;
}

const specks = (n: number, radius: number, fill: string, y0 = 40, high = 22) =>
  Array.from({ length: n }, (_, i) => (
    <circle
      key={i}
      cx={10 + ((i * 29 + i * i * 13) % 76)}
      cy={y0 + ((i * 7 + i * i * 5) % high)}
      r={radius + ((i * 7) % 3) / 3}
      fill={fill}
    />
  ));

const paper = TOKENS.sheet,
  ink = TOKENS.ink,
  red = TOKENS.madder,
  grey = TOKENS.pencil;

const DRAWN: Readonly<Record<Sign, ReactNode>> = {
  pale: <Motif fill={TOKENS.resting} />,
  patches: (
    <Motif>
      <ellipse cx={30} cy={52} rx={12} ry={6} fill={TOKENS.hairline} />
      <ellipse cx={70} cy={50} rx={9} ry={5} fill={TOKENS.hairline} />
    </Motif>
  ),
  speckled: <Motif>{specks(46, 0.6, paper)}</Motif>,
  heavy: (
    <Motif reed={3.4}>
      <path d={HILL} fill="none" stroke={ink} strokeWidth={4} strokeLinejoin="round" />
      <circle {...MOON} fill="none" stroke={ink} strokeWidth={4} />
      <path d={HILL} fill="none" stroke={grey} strokeWidth={1} />
    </Motif>
  ),
  filled: (
    <Motif>
      <path d="M20 18H36V40H20Z" fill={ink} />
    </Motif>
  ),
  double: (
    <>
      <g transform="translate(4 3)">
        <Motif fill={grey} opacity={0.55} />
      </g>
      <Motif />
    </>
  ),
  fringe: (
    <>
      <path d={HILL} fill={red} opacity={0.8} />
      <g transform="translate(-4 4)">
        <path d={HILL} fill={ink} />
      </g>
      <circle {...MOON} fill={red} opacity={0.8} />
      <circle {...MOON} cx={62} cy={26} fill={ink} />
    </>
  ),
  ground: (
    <Motif>
      <path d="M40 12l10 2M44 18l8 1M38 28l12 3M48 32l9 1M76 30l9 2M14 26l4 3" stroke={ink} strokeWidth={1.4} />
    </Motif>
  ),
  smear: (
    <Motif>
      <path d="M58 40C66 30 78 26 92 24L90 34C78 34 70 38 64 44Z" fill={ink} opacity={0.35} />
    </Motif>
  ),
  spots: (
    <Motif>
      {[
        [24, 52],
        [48, 50],
        [72, 54],
      ].map(([cx, cy]) => (
        <g key={cx}>
          <circle cx={cx} cy={cy} r={3.4} fill={paper} />
          <circle cx={cx} cy={cy} r={1.2} fill={ink} />
        </g>
      ))}
    </Motif>
  ),
  crease: (
    <Motif>
      <path d="M50 4L58 30L52 44L62 68" stroke={paper} strokeWidth={2.6} fill="none" />
      <path d="M51.5 4L59.5 30L53.5 44L63.5 68" stroke={grey} strokeWidth={0.8} fill="none" />
    </Motif>
  ),
  torn: (
    <Motif>
      <path d="M96 0L74 0L78 8L72 14L80 20L76 28L96 34Z" fill={TOKENS.paper} stroke={grey} strokeWidth={1} />
      <path d="M36 50l6-3 5 4-4 5-6-1z" fill={paper} />
    </Motif>
  ),
  colour: (
    <>
      <clipPath id="sign-left">
        <path d="M0 0H48V72H0Z" />
      </clipPath>
      <Motif fill={red} />
      <g clipPath="url(#sign-left)">
        <Motif />
      </g>
      <path d="M48 4V68" stroke={grey} strokeDasharray="3 3" />
    </>
  ),
  offset: (
    <>
      <g transform="translate(96 0) scale(-1 1)">
        <Motif fill={grey} opacity={0.3} />
      </g>
      <Motif />
    </>
  ),
  shiny: (
    <Motif>
      <path d="M16 54L34 42M24 58L46 43M54 58L70 47" stroke={paper} strokeWidth={2} />
    </Motif>
  ),
  bled: (
    <>
      {[10, 7, 4].map((width) => (
        <g key={width} opacity={0.22}>
          <path d={HILL} fill={ink} stroke={ink} strokeWidth={width} />
          <circle {...MOON} fill={ink} stroke={ink} strokeWidth={width} />
          <path d={REEDS} stroke={ink} strokeWidth={width} fill="none" />
        </g>
      ))}
      <Motif />
    </>
  ),
  broken: (
    <Motif>
      <path
        d={`${REEDS}M10 44C22 34 40 36 54 42S80 46 88 38`}
        stroke={paper}
        strokeWidth={4}
        strokeDasharray="2 5"
        fill="none"
      />
    </Motif>
  ),
  mould: (
    <>
      <Motif fill={TOKENS.resting} />
      {specks(26, 0.9, grey, 8, 56)}
    </>
  ),
};

/** What is seen, drawn small; its name stands beside it. */
export function SignPicture({ sign }: { readonly sign: Sign }) {
  return (
    <svg viewBox="0 0 96 72" aria-hidden width="96" height="72">
      <rect width={96} height={72} fill={paper} />
      {DRAWN[sign]}
    </svg>
  );
}
