import { Button, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useShopQuery } from "./api";
import { useAppDispatch, useAppSelector } from "./hooks";
import { session } from "./session";

/** Who works at this screen: signatures, readings and undo are theirs. */
export function WhoWorks() {
  const { data } = useShopQuery();
  const me = useAppSelector((s) => s.session.personId);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const person = data?.people.find((p) => p.id === me);
  return (
    <>
      <button
        type="button"
        className="who-works"
        aria-label={person ? `Working as ${person.name}; change` : "Nobody named; say who works here"}
        onClick={() => setOpen(true)}
      >
        <b>{person?.initials ?? "?"}</b>
        {person ? "works here" : "who?"}
      </button>
      <Modal open={open} onCancel={() => setOpen(false)} footer={null} title="Who works at this screen?" width={380}>
        <div className="who-list">
          {data?.people.map((p) => (
            <button
              key={p.id}
              type="button"
              aria-pressed={p.id === me}
              onClick={() => {
                dispatch(session.actions.workingAs(p.id));
                setOpen(false);
              }}
            >
              <span className="n">{p.initials}</span>
              <span className="rt">{p.name}</span>
              <span className="lb">{p.role}</span>
            </button>
          ))}
        </div>
        <Button
          onClick={() => {
            setOpen(false);
            void navigate("/shop");
          }}
        >
          {data?.people.length ? "Add or change people" : "Add people in Shop"}
        </Button>
      </Modal>
    </>
  );
}
