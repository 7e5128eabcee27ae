import sprite from './marks.svg?raw';

/** The marks and hatches, once a page; a mark is drawn with `Mark`. */
export function Marks() {
  return (
    <div
      aria-hidden="true"
      style={{ position: 'absolute', width: 0, height: 0, overflow: 'hidden', color: 'var(--hatch)' }}
    >
      <div dangerouslySetInnerHTML={{ __html: sprite }} />
    </div>
  );
}

export interface MarkProps {
  name: string;
  /** Height and width in px. @default 18 */
  size?: number;
  x?: number;
  y?: number;
}

export function Mark({ name, size = 18, x, y }: MarkProps) {
  const use = <use href={`#m-${name}`} x={x} y={y} width={size} height={size} />;
  if (x !== undefined) return use;
  return (
    <svg width={size} height={size} aria-hidden="true" style={{ display: 'block' }}>
      {use}
    </svg>
  );
}

const FAMILY_MARK: Record<string, string> = {
  wall: 'crack',
  joint: 'off_up',
  roots: 'roots',
  build_up: 'settled',
  water: 'standing',
  feature: 'tee',
  event: 'event',
  good: 'sound',
};

export const familyMark = (family: string) => FAMILY_MARK[family] ?? 'event';
