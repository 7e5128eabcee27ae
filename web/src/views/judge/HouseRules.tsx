import { Select } from '@mantine/core';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import { JudgedBy } from './JudgedBy';
import classes from './JudgeView.module.css';

type Rule =
  | 'standing_water'
  | 'sag_near_main_milder'
  | 'roots'
  | 'worn_iron'
  | 'minimum_grade'
  | 'clean_first'
  | 'owner_ends_at';
const RULES: [Rule, string, [string | boolean, string][]][] = [
  [
    'standing_water',
    'Standing water',
    [
      ['by_share', 'by share of the bore'],
      ['up_to_1_in', 'up to 1 in accepted'],
      ['never', 'never accepted'],
      ['solids_or_flush', 'fails if it holds solids or a flush does not move it'],
    ],
  ],
  [
    'sag_near_main_milder',
    'Sag near the main',
    [
      [false, 'rated like any'],
      [true, 'one better with good fall above'],
    ],
  ],
  [
    'roots',
    'Roots',
    [
      ['by_share', 'by share of the bore'],
      ['any_fails', 'any obstruction fails'],
      ['by_pipe', 'by what the pipe is'],
    ],
  ],
  [
    'worn_iron',
    'Heavy iron wear',
    [
      ['keep_while_sound', 'keep while sound'],
      ['replace_on_sight', 'replace on sight'],
    ],
  ],
  [
    'minimum_grade',
    'Least fall',
    [
      ['quarter_inch', '¼ in/ft'],
      ['eighth_from_4_in', '¼ in/ft, ⅛ in/ft from 4 in up'],
    ],
  ],
  [
    'clean_first',
    'Roots and build-up',
    [
      ['decide_now', 'decide now'],
      ['clean_first', 'clean first, then decide'],
    ],
  ],
  [
    'owner_ends_at',
    'Owner’s part ends at',
    [
      ['not_stated', 'not stated'],
      ['property_line', 'the property line'],
      ['main', 'the main'],
    ],
  ],
];

/** The firm's ways to judge; each report names those that are on. */
export function Rules({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const rules = desk.record.site.house_rules;
  const version = Number(rules?.version) || 1;
  return (
    <section className={classes.block} aria-label="House rules">
      <h2>
        House rules <span className="quiet">version {version}</span>
      </h2>
      <div className={classes.rules}>
        {RULES.map(([field, label, choices]) => (
          <Select
            key={field}
            label={label}
            size="xs"
            data={choices.map(([value, text]) => ({ value: String(value), label: text }))}
            value={String(rules?.[field])}
            allowDeselect={false}
            onChange={(chosen) =>
              send(
                edits.patch(`House rule, ${label.toLowerCase()}`, [
                  {
                    op: 'replace',
                    path: `/site/house_rules/${field}`,
                    value: choices.find(([value]) => String(value) === chosen)?.[0],
                  },
                  { op: 'replace', path: '/site/house_rules/version', value: String(version + 1) },
                ]),
              )
            }
          />
        ))}
      </div>
      <JudgedBy desk={desk} />
      <p className="quiet">
        Ratings by {desk.assessment.scheme}: working thresholds chosen for this project from common practice.
      </p>
    </section>
  );
}
