import { Modal } from '@mantine/core';

const KEYS: [string, [string, string][]][] = [
  [
    'Entry line',
    [
      ['Enter', 'adds the line'],
      ['Ctrl Enter', 'adds it and keeps it, to say the like again'],
      ['Tab', 'completes the words'],
      ['↑ ↓', 'earlier lines'],
      ['PgUp PgDn', 'previous or next finding'],
      ['Esc', 'to the strip'],
    ],
  ],
  [
    'Strip',
    [
      ['← →', '0.1 ft; with Shift a foot'],
      ['[ ]', 'previous or next finding'],
      ['j J', 'next or previous joint'],
      ['Shift click, then m', 'takes two findings for one thing (or drag one on the other)'],
      ['b', 'the next path, where there are branches'],
      ['v', 'the tracks as tables'],
      ['t', 'takes the fall out of the Fall track, or puts it back'],
      ['+ − 0', 'zoom in, out, whole line'],
      ['a number, Enter', 'goes there'],
      ['Esc', 'to the entry line'],
    ],
  ],
  [
    'Everywhere',
    [
      ['Ctrl Z', 'undo; with Shift redo'],
      ['Ctrl K', 'find or do: every command and finding'],
      ['Ctrl /', 'these keys'],
    ],
  ],
];

export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keys" size="md" transitionProps={{ duration: 0 }}>
      {KEYS.map(([zone, keys]) => (
        <section key={zone} style={{ marginBottom: 10 }}>
          <h2>{zone}</h2>
          <table>
            <tbody>
              {keys.map(([key, what]) => (
                <tr key={key}>
                  <td style={{ width: 150 }}>
                    <b>{key}</b>
                  </td>
                  <td>{what}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </Modal>
  );
}
