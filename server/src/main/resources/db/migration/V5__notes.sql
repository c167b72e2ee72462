-- What a person notes of a setup, such as what might explain a score.
alter table setup add column note varchar(1000);
