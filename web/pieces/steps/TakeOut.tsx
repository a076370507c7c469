import { Button } from "antd";

/** Takes one line of a step out. */
export function TakeOut({ what, onClick }: { what: string; onClick: () => void }) {
  return (
    <Button size="small" className="push" aria-label={`Take out: ${what}`} onClick={onClick}>
      take out
    </Button>
  );
}
