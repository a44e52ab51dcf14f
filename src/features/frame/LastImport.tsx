"use client";

/** Takes the last import back where Settings may not be reached: it may have brought what a view cannot show. */
import { useEffect, useState } from "react";
import { createStoreClient } from "../../kit/studio/storeClient";
import { readWorkspace, storeOf } from "../../kit/studio/workspaces";
import { readLastImport } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { Status } from "../../ui/Status";
import { storeFailureWords } from "../../words/failures";
import { storeFaultWords } from "../../words/store";

export function LastImport({ onTakenBack }: { onTakenBack: () => void }) {
  const [fileName, setFileName] = useState<string>();
  const [said, setSaid] = useState<string>();
  useEffect(() => {
    readLastImport(storeOf(readWorkspace())).then(
      (last) => {
        setFileName(last?.fileName);
      },
      () => {
        // Without a store there is no import to take back.
      },
    );
  }, []);
  if (fileName === undefined) return null;
  const takeBack = async (): Promise<void> => {
    setSaid("Taking the import back");
    const client = createStoreClient();
    const asked = await client.ask((remote) => remote.undoImport(readWorkspace()));
    client.dispose();
    if (!asked.ok) setSaid(storeFailureWords(asked.failure));
    else if (!asked.value.ok) setSaid(storeFaultWords(asked.value.fault));
    else {
      setFileName(undefined);
      onTakenBack();
    }
  };
  return (
    <div className="mt-5">
      <p>The last import, {fileName}, may have brought what this view cannot show.</p>
      <Button
        className="mt-2"
        onClick={() => {
          void takeBack();
        }}
      >
        Take the import back
      </Button>
      <Status className="mt-2">{said}</Status>
    </div>
  );
}
