import { useParams } from 'react-router';
import { useFollow, useKit } from '../../api/queries';
import { fileName } from '../../ui/save-file';
import { KitPage } from '../../ui/kit-page';
import { KitEnd } from './kit-end';
import { KitSettings } from './kit-settings';

/** The kit itself: its rules, limits, people and units; as a document; put away or deleted. */
export function KitSettingsView() {
  const { kitId = '' } = useParams();
  useFollow(kitId);
  return (
    <KitPage
      hasUndo
      here="settings"
      name="Kit"
      answer={useKit(kitId)}
      waiting="Loading …"
      layout="mx-auto flex w-full max-w-4xl flex-col gap-6 p-4"
    >
      {({ kit, assemblies }) => (
        <>
          <h1 className="label text-[26px]">{kit.definition.name}: the kit</h1>
          <KitSettings key={kit.id} kit={kit} />
          <a
            className="label self-start rounded border border-edge px-2.5 py-1 hover:bg-dye-soft pointer-coarse:py-3"
            href={`/api/kits/${kit.id}/export`}
            download={fileName(kit.definition.name, 'json')}
          >
            Export the kit (JSON)
          </a>
          <KitEnd kit={kit} assemblies={assemblies.length} />
        </>
      )}
    </KitPage>
  );
}
