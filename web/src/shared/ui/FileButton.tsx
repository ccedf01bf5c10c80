/** A button that lets a file be chosen; the same file can be chosen again. */
import { useRef, type ReactNode } from "react";

import { Button, type ButtonProps } from "@mui/material";

interface Props extends Pick<ButtonProps, "variant" | "size" | "disabled" | "sx"> {
  children: ReactNode;
  /** What the file is, for those who do not see the button. */
  label: string;
  send: (file: File) => void;
  accept?: string;
  /** Whether a tablet opens its camera. */
  capture?: boolean;
}

export function FileButton({ children, label, send, accept = "image/*", capture = false, ...button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        capture={capture ? "environment" : undefined}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = "";
          if (file) send(file);
        }}
      />
    </>
  );
}
