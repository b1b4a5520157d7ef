import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { AT_START, carryFile, placeOfFile } from '../api/carried-file';
import { ErrorText } from './controls';

/** A file dropped anywhere goes where it is read: a kit to the start, a table into the plan, a drawing onto the map of the assembly that is open. */
export function FileDrop() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [refusal, setRefusal] = useState<string | null>(null);
  useEffect(() => {
    /* A field that takes files takes its own. */
    const isForField = (e: DragEvent) => e.target instanceof HTMLElement && e.target.closest('input[type=file]') !== null;
    const onOver = (e: DragEvent) => {
      if (e.dataTransfer?.types.includes('Files') && !isForField(e)) e.preventDefault();
    };
    const onDrop = (e: DragEvent) => {
      const file = e.dataTransfer?.files[0];
      if (!file || isForField(e)) return;
      e.preventDefault();
      const kind = placeOfFile(file.name);
      const assemblyId = /^\/assemblies\/([^/]+)/.exec(pathname)?.[1];
      setRefusal(null);
      if (kind === null) return setRefusal(`${file.name}: a kit (JSON), a table (CSV) or a drawing (DXF) can be dropped here.`);
      const to = kind === 'kit' || assemblyId === undefined ? AT_START : assemblyId;
      carryFile(file, to);
      if (to === AT_START) void navigate('/');
      else void navigate(`/assemblies/${to}/${kind === 'table' ? 'plan' : 'map'}`);
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('drop', onDrop);
    };
  }, [navigate, pathname]);
  useEffect(() => setRefusal(null), [pathname]);
  if (refusal === null) return null;
  return (
    <div className="fixed inset-x-0 top-14 z-30 mx-auto w-fit max-w-[92vw]">
      <ErrorText>{refusal}</ErrorText>
    </div>
  );
}
