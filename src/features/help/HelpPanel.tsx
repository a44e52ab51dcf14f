"use client";

import { useRouter } from "next/navigation";
import { attempt } from "../../kit/studio/problems";
import { useDemo } from "../../kit/studio/useDemo";
import { ShortcutList } from "../../kit/words/ShortcutList";
import { askForWord } from "../../kit/words/wordAsked";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { VIEW_HELP } from "../../words/help";
import { guideTo } from "./guideStore";

export default function HelpPanel({ path, onClose }: { path: string; onClose: () => void }) {
  const demo = useDemo();
  const router = useRouter();
  const help = VIEW_HELP.find((one) => one.path === path);
  const guide = async (): Promise<void> => {
    await demo.open();
    router.push("/");
    guideTo(0);
  };
  return (
    <Drawer
      isOpen
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
      title="What is this for?"
      description={help?.purpose ?? "This page is not in Gaman. Choose a view beside it."}
    >
      <ol className="list-decimal pl-5">
        {help?.use.map((line) => (
          <li key={line} className="py-1">
            {line}
          </li>
        ))}
      </ol>
      <h3 className="mt-5 border-b font-bold">A first match, with hints</h3>
      <p className="mt-2">Six hints on made-up paint, in the demo painting. Your own work is not touched.</p>
      <Button
        className="mt-2"
        onClick={() => {
          onClose();
          attempt(guide());
        }}
      >
        Show me a first match
      </Button>
      <h3 className="mt-5 border-b font-bold">Words on this view</h3>
      <p className="flex flex-wrap gap-x-4">
        {help?.words.map((word) => (
          <Button
            key={word}
            weight="quiet"
            onClick={() => {
              onClose();
              askForWord(word);
            }}
          >
            {word}
          </Button>
        ))}
      </p>
      <h3 className="mt-5 border-b font-bold">Keys</h3>
      <ShortcutList path={path} />
    </Drawer>
  );
}
