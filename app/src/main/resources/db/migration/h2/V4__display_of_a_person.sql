-- How a candidate likes the pages, as the script writes it; empty until they have chosen.
alter table candidate add column display varchar(1000) default '' not null;
