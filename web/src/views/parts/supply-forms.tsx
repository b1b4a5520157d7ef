import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { PartSupply } from '#core/record/definitions';
import { orderTyped, readOrderTyped, type OrderTyped } from '#core/record/supply-text';
import { Button } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { TextField } from '../../ui/form-fields';
import { PhotoInput } from '../../ui/photo-input';

/** From whom a part was ordered, when, and when it is expected. */
export function OrderForm({ supply, onKeep }: { supply: PartSupply | null; onKeep: (next: PartSupply) => void }) {
  const form = useForm<OrderTyped>({
    defaultValues: orderTyped(supply),
    resolver: (typed) => {
      const read = readOrderTyped(typed);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<OrderTyped>(read.problems) };
    },
  });
  const { control } = form;
  const keep = form.handleSubmit((typed) => {
    const read = readOrderTyped(typed);
    if (read.ok) onKeep(read.supply);
  });
  return (
    <form aria-label="Ordered" className="flex flex-col gap-2" noValidate onSubmit={(e) => void keep(e)}>
      <div className="flex flex-wrap items-start gap-2">
        <TextField control={control} name="from" label="From whom" maxLength={80} />
        <TextField control={control} name="orderedOn" label="Ordered on" type="date" />
        <TextField control={control} name="expectedOn" label="Expected on" type="date" />
      </div>
      <Button type="submit" tone="primary" className="min-h-11 self-start">
        Keep the order
      </Button>
    </form>
  );
}

interface ScrapFormProps {
  /** What scrapping it means for the rows it is in. */
  readonly consequence: string;
  readonly onKeep: (why: string, photo: File | null) => void;
}

/** Why a part is scrap, with a photo of it. */
export function ScrapForm({ consequence, onKeep }: ScrapFormProps) {
  const form = useForm({ defaultValues: { why: '' } });
  const [files, setFiles] = useState<readonly File[]>([]);
  const keep = form.handleSubmit(({ why }) => {
    if (why.trim() === '') form.setError('why', { message: 'Why is it scrap? One line is enough.' }, { shouldFocus: true });
    else onKeep(why.trim(), files[0] ?? null);
  });
  return (
    <form aria-label="Scrapped" className="flex flex-col gap-2" noValidate onSubmit={(e) => void keep(e)}>
      {consequence ? <p>{consequence}</p> : null}
      <TextField control={form.control} name="why" label="Why it is scrap" maxLength={300} />
      <PhotoInput label="Photo (JPEG, PNG, WebP)" files={files} onFiles={(f) => setFiles(f.slice(0, 1))} />
      <Button type="submit" tone="danger" className="min-h-11 self-start">
        Keep it as scrapped
      </Button>
    </form>
  );
}
