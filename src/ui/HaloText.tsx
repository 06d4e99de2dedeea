import type { SVGTextElementAttributes } from 'react';

interface HaloTextProps extends SVGTextElementAttributes<SVGTextElement> {
  halo: string;
  children: string;
}

/** Words over a picture, readable on any ground. */
export function HaloText({ halo, className = 'text-2xs', ...rest }: HaloTextProps) {
  return (
    <text
      stroke={halo}
      strokeWidth={3}
      style={{ paintOrder: 'stroke' }}
      className={className}
      {...rest}
    />
  );
}
