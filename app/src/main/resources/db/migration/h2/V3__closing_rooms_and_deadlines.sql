-- When the room closes, whatever the clocks say; null for a sitting without such an instant.
alter table sitting add column ends_at timestamp(6) with time zone;

-- The next instant at which time ends something in a sitting, for the sweep. A sitting that nothing runs in has no row.
create table deadline (
    sitting bigint primary key references sitting (id),
    due_at timestamp(6) with time zone not null,
    claimed_until timestamp(6) with time zone
);
create index deadline_due on deadline (due_at);
