import { useBandsOld } from '../../water/use-water';
import classes from './tracks.module.css';

/** A band as an area; greyed while it is that of before the last change. */
export function Band({ d }: { d: string }) {
  return <path className={classes.band} data-old={useBandsOld() || undefined} d={d} />;
}
