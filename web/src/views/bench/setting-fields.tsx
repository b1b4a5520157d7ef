import { calloutOf } from '#core/prep/callout-of';
import { notSolid } from '#core/prep/stack';
import { SETTING_WAYS, type Entity } from '#core/record/definitions';
import type { Setting } from '#core/record/marks';
import { SETTING_WORDS } from '#core/wording/inspect';
import type { RowModel } from '../../models/row-model';
import { Select, TextInput } from '../../ui/controls';

interface SettingFieldsProps {
  readonly row: RowModel;
  readonly squeezers: readonly Entity<'tool'>[];
  readonly setting: Setting;
  readonly onSetting: (next: Setting) => void;
}

/** The way, the tool, its pressure and the rivet that goes in. */
export function SettingFields({ row, squeezers, setting, onSetting }: SettingFieldsProps) {
  const { rivet } = row.plan;
  const isBlind = notSolid(row.stack)?.kind === 'blind';
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label className="flex flex-col text-[14px] text-ink2">
        Set with
        <Select
          className="min-h-14 text-[17px]"
          value={isBlind ? 'blind' : setting.way}
          disabled={isBlind}
          onChange={(e) => onSetting({ ...setting, way: e.target.value as Setting['way'] })}
        >
          {SETTING_WAYS.filter((w) => isBlind === (w === 'blind')).map((w) => (
            <option key={w} value={w}>
              {SETTING_WORDS[w]}
            </option>
          ))}
        </Select>
      </label>
      {setting.way === 'squeezer' && squeezers.length > 0 && !isBlind ? (
        <label className="flex flex-col text-[14px] text-ink2">
          Which one
          <Select
            className="min-h-14 text-[17px]"
            value={setting.toolId ?? ''}
            onChange={(e) => onSetting({ ...setting, toolId: e.target.value || undefined })}
          >
            <option value="">not said</option>
            {squeezers.map((t) => (
              <option key={t.id} value={t.id}>
                {t.definition.name}
              </option>
            ))}
          </Select>
        </label>
      ) : null}
      <label className="flex flex-col text-[14px] text-ink2">
        Pressure
        <TextInput
          className="min-h-14 w-28 text-[17px]"
          maxLength={20}
          placeholder="not said"
          value={setting.pressure ?? ''}
          onChange={(e) => onSetting({ ...setting, pressure: e.target.value || undefined })}
        />
      </label>
      {isBlind ? null : (
        <label className="flex flex-col text-[14px] text-ink2">
          The rivet that goes in
          <Select
            className="min-h-14 text-[17px]"
            value={setting.lengthDash ?? rivet.lengthDash}
            onChange={(e) => {
              const dash = Number(e.target.value);
              onSetting({ ...setting, lengthDash: dash === rivet.lengthDash ? undefined : dash });
            }}
          >
            {rivet.candidates.map((c) => (
              <option key={c.lengthDash} value={c.lengthDash}>
                {calloutOf(row.stack, c.lengthDash)}
                {c.lengthDash === rivet.lengthDash ? ', as planned' : ''}
                {c.works || c.worksAtLip ? '' : ': does not work here'}
              </option>
            ))}
          </Select>
        </label>
      )}
      {setting.way === 'squeezer' && !isBlind && !row.stack.far ? (
        <label className="flex flex-col text-[14px] text-ink2">
          Sets apart, closed
          <TextInput
            className="min-h-14 w-28 text-[17px]"
            maxLength={20}
            placeholder="not said"
            value={setting.gap ?? ''}
            onChange={(e) => onSetting({ ...setting, gap: e.target.value || undefined })}
          />
        </label>
      ) : null}
    </div>
  );
}
