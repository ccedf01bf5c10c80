/** Which part of the facts is told. */
import { ToggleButton, ToggleButtonGroup } from "@mui/material";

interface Props<Tab extends string> {
  label: string;
  tabs: readonly (readonly [tab: Tab, word: string])[];
  tab: Tab;
  choose: (tab: Tab) => void;
}

export function FactTabs<Tab extends string>({ label, tabs, tab, choose }: Props<Tab>) {
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      size="small"
      value={tab}
      onChange={(_, to: Tab | null) => to && choose(to)}
      aria-label={label}
    >
      {tabs.map(([name, word]) => (
        <ToggleButton key={name} value={name} sx={{ px: 0.5, whiteSpace: "nowrap" }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
