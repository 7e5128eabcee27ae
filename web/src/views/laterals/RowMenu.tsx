import { Menu } from '@mantine/core';
import { useRef } from 'react';
import type { LateralRow } from '../../api/client';
import classes from './LateralsView.module.css';
import type { Shelf, useList } from './use-list';

interface RowMenuProps {
  row: LateralRow;
  home: ReturnType<typeof useList>;
  onRename: () => void;
}

const PUT: Record<Shelf, [Shelf, string][]> = {
  desk: [
    ['archive', 'Put in the archive'],
    ['bin', 'Delete'],
  ],
  archive: [
    ['desk', 'Put back on the desk'],
    ['bin', 'Delete'],
  ],
  bin: [['desk', 'Take out of the bin']],
};

/** What can be done with a whole lateral. */
export function RowMenu({ row, home, onRename }: RowMenuProps) {
  const target = useRef<HTMLButtonElement>(null);
  const acted = useRef(false);
  // what was chosen says where the focus goes next; a menu closed without it gives it back
  const act = (work: () => void) => () => {
    acted.current = true;
    work();
  };
  const onClose = () => {
    if (!acted.current) target.current?.focus();
    acted.current = false;
  };
  return (
    <Menu
      position="bottom-end"
      shadow={undefined}
      withinPortal
      returnFocus={false}
      onClose={onClose}
      transitionProps={{ duration: 0 }}
    >
      <Menu.Target>
        <button ref={target} type="button" className={classes.more} aria-label={`More for ${row.name}`}>
          ⋯
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        {row.shelf !== 'bin' && <Menu.Item onClick={act(onRename)}>Rename</Menu.Item>}
        {row.shelf !== 'bin' && <Menu.Item onClick={act(() => home.copy(row))}>Duplicate</Menu.Item>}
        {PUT[row.shelf].map(([shelf, words]) => (
          <Menu.Item key={shelf} onClick={act(() => home.put(row, shelf))}>
            {words}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
