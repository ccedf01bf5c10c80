/** What stands beside the tubes: mediums and gesso, supports, brushes. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import {
  addSupply,
  changeSupply,
  removeSupply,
  suppliesQuery,
  supplyWordsQuery,
  type Supply,
  type SupplyItem,
} from "./queries";
import { amountOf, asItem, nameOf, NEW, NUMBERS, TITLES, type What } from "./supplies";

type Open = { supply: Supply | null; item: SupplyItem };

export function Supplies() {
  const supplies = useQuery(suppliesQuery);
  const { edit, tell } = useUndo();
  const [open, setOpen] = useState<Open | null>(null);
  const save = (item: SupplyItem) =>
    edit(() => (open?.supply ? changeSupply(open.supply.id, item) : addSupply(item)));
  const remove = (supply: Supply) =>
    edit(() => removeSupply(supply.id), { label: `Removed ${nameOf(supply.item)}` }).catch((error: unknown) =>
      tell(inWords(error)),
    );

  if (supplies.isPending) return <Loading what="your supplies" />;
  if (supplies.isError) return <Failed error={supplies.error} again={() => void supplies.refetch()} />;
  return (
    <>
      <Typography variant="h1">Mediums, supports, brushes</Typography>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        What the plan may thin with, paint on and paint with.
      </Typography>
      <Box sx={{ display: "grid", gap: 4, gridTemplateColumns: { xs: "1fr", md: "repeat(3, 1fr)" } }}>
        {(Object.keys(TITLES) as What[]).map((what) => {
          const here = supplies.data.filter((one) => one.item.what === what);
          return (
            <Box component="section" key={what} aria-label={TITLES[what]}>
              <Stack direction="row" sx={{ alignItems: "center", mb: 1 }}>
                <Typography variant="h2" sx={{ flex: 1 }}>
                  {TITLES[what]}
                </Typography>
                <Button
                  startIcon={<AddIcon />}
                  onClick={() => setOpen({ supply: null, item: NEW[what] })}
                  aria-label={`Add to ${TITLES[what].toLowerCase()}`}
                >
                  Add
                </Button>
              </Stack>
              {here.length === 0 && (
                <Typography color="text.secondary">Nothing here yet. Plans then use usual ones.</Typography>
              )}
              <Stack component="ul" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
                {here.map((one) => (
                  <Box
                    component="li"
                    key={one.id}
                    sx={{ bgcolor: "background.paper", p: 1.5, borderRadius: "3px" }}
                  >
                    <Typography variant="h3">{nameOf(one.item)}</Typography>
                    <Typography>
                      {amountOf(one.item)}
                      {one.low && <strong> · low</strong>}
                    </Typography>
                    <Typography color="text.secondary">
                      {one.remark}
                      {one.item.notes ? ` · ${one.item.notes}` : ""}
                    </Typography>
                    <Button
                      onClick={() => setOpen({ supply: one, item: one.item })}
                      aria-label={`Change ${nameOf(one.item)}`}
                    >
                      Change
                    </Button>
                    <Button onClick={() => void remove(one)} aria-label={`Remove ${nameOf(one.item)}`}>
                      Remove
                    </Button>
                  </Box>
                ))}
              </Stack>
            </Box>
          );
        })}
      </Box>
      {open && <SupplyDialog open={open} save={save} close={() => setOpen(null)} />}
    </>
  );
}

interface DialogProps {
  open: Open;
  save: (item: SupplyItem) => Promise<unknown>;
  close: () => void;
}

function SupplyDialog({ open, save, close }: DialogProps) {
  const words = useQuery(supplyWordsQuery);
  const [item, setItem] = useState(open.item);
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    Object.fromEntries(NUMBERS[item.what].map(([name]) => [name, String(item[name as never] ?? "")])),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    const read = asItem(item, typed);
    if ("wrong" in read)
      return setProblem(`${read.wrong} is not a number. Write a plain number, as in 12.5.`);
    try {
      await save(read.item);
      close();
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  const choice = (label: string, name: string, options: string[] | undefined) => (
    <TextField
      select
      fullWidth
      label={label}
      value={(options ?? []).includes(item[name as never]) ? item[name as never] : ""}
      onChange={(event) => setItem({ ...item, [name]: event.target.value } as SupplyItem)}
    >
      {(options ?? []).map((word) => (
        <MenuItem key={word} value={word}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Dialog open onClose={close} aria-labelledby="supply-title">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="supply-title">
          {open.supply ? `Change ${nameOf(open.item)}` : `Add to ${TITLES[item.what].toLowerCase()}`}
        </DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {problem && <Alert severity="error">{problem}</Alert>}
            {item.what === "medium" && choice("Kind", "kind", words.data?.mediums)}
            {item.what === "brush" && choice("Kind", "kind", words.data?.brushes)}
            {item.what === "support" && (
              <Stack direction="row" spacing={2}>
                {choice("Texture", "texture", words.data?.textures)}
                {choice("Absorbency", "absorbency", words.data?.absorbencies)}
              </Stack>
            )}
            <Box sx={{ display: "grid", gap: 2, gridTemplateColumns: "1fr 1fr" }}>
              {NUMBERS[item.what].map(([name, label]) => (
                <TextField
                  key={name}
                  label={label}
                  inputMode="decimal"
                  value={typed[name]}
                  onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
                />
              ))}
            </Box>
            <TextField
              label="Notes"
              value={item.notes ?? ""}
              onChange={(event) => setItem({ ...item, notes: event.target.value } as SupplyItem)}
            />
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained">
            {open.supply ? "Keep changes" : "Put on the shelf"}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
