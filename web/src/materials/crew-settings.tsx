import { TOOLS, type Tool } from '@caulkhorn/core/catalogue';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { SelectField, TextField } from '../shared/ui/field';

const MOST = 50;
const BY_SHEET = '';

/** Who mixes and places, and with what: batches and hours go by it. Kept on this device. */
export function CrewSettings() {
  const { people, tool, setCrew } = usePreferences();
  return (
    <div className="no-print grid max-w-sm grid-cols-2 gap-2.5">
      <TextField
        label={t('crew.people')}
        type="number"
        min={1}
        max={MOST}
        value={people}
        onChange={({ target }) => {
          const next = Math.round(Number(target.value));
          if (next >= 1 && next <= MOST) setCrew({ people: next, tool });
        }}
      />
      <SelectField
        label={t('crew.tool')}
        value={tool ?? BY_SHEET}
        options={[{ value: BY_SHEET, label: t('crew.tool-by-sheet') }, ...TOOLS.map((value) => ({ value, label: t(`tool.${value}`) }))]}
        onChange={({ target }) => setCrew({ people, tool: (target.value || undefined) as Tool | undefined })}
      />
    </div>
  );
}
