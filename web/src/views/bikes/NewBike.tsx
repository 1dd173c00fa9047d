import { useState } from "react";
import { useAddBike } from "../../api/bikes";
import type { BikeHead, JobRecord } from "../../api/client";
import { ChoiceField } from "../../ui/ChoiceField";
import { useGoOn } from "../../ui/goOn";
import { useNotify } from "../../ui/Notices";
import { dayText } from "../../words/days";
import { EntryForm } from "../../figures/EntryForm";
import { NEW_BIKE } from "./figures";

interface Props {
  job: JobRecord;
  onDone?: () => void;
}

/** A setup of the job that was built: it is copied as it was mounted. */
export function NewBike({ job, onDone }: Props) {
  const { add } = useAddBike(job);
  const [setupId, setSetupId] = useState(job.reference_id ?? job.setups[0]?.id ?? "");
  const setup = job.setups.find(({ id }) => id === setupId)?.setup;
  const toGoOn = useGoOn();
  const notify = useNotify();
  return (
    <EntryForm
      label="Add this bike"
      figures={NEW_BIKE}
      fills={{ "mounted[0].on": "since" }}
      initial={{ name: "", since: dayText(new Date()), km_at_start: 0 }}
      onSend={async (entry) => {
        const goOn = toGoOn();
        const bike = { ...entry, mounted: [{ on: entry.since, setup }] } as unknown as BikeHead;
        const made = await add.mutateAsync(bike);
        notify({ text: `“${made.bike.name}” was added.` });
        onDone?.();
        await goOn(`/jobs/${job.id}/bikes/${made.id}`);
      }}
      {...(onDone && { onCancel: onDone })}
    >
      <ChoiceField
        label="Built from"
        value={setupId}
        choices={job.setups.map(({ id, letter, setup: { name } }) => ({
          value: id,
          label: `${letter} ${name}`,
        }))}
        onChange={setSetupId}
      />
    </EntryForm>
  );
}
