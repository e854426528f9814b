alter table candidate add column face varchar(32) default '' not null;

create table staff (
    number varchar(32) primary key,
    name varchar(120) not null,
    pin_hash varchar(100) not null,
    role varchar(16) not null
);

-- The hours are null for practice, which is begun whenever one likes.
alter table sitting add column doors_at timestamp(6) with time zone;
alter table sitting add column opens_at timestamp(6) with time zone;
alter table sitting add column closes_at timestamp(6) with time zone;
alter table sitting add column code varchar(16) default '' not null;
alter table sitting add column accommodations varchar(8192) default '' not null;
alter table sitting add column theme varchar(16) default '' not null;
alter table sitting add column text_size varchar(8) default '' not null;

create table portrait (
    sitting bigint primary key references sitting (id),
    picture blob not null,
    digest varchar(64) not null,
    taken_at timestamp(6) with time zone not null
);
