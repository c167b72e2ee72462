-- More than one person: what each may do, who is here no more, and codes of an authenticator beside the password.
alter table account
  add column role            varchar(20) not null default 'OWNER',
  add column closed_at       datetime(6),
  add column two_step        varchar(64),
  add column two_step_until  bigint not null default 0,
  add column edition         int not null default 0;

-- Links by which somebody makes an account, or gives a new password; only digests are kept.
create table access_link (
  token_hash char(64)     not null primary key,
  kind       varchar(20)  not null,
  role       varchar(20),
  account_id bigint,
  for_whom   varchar(80)  not null,
  made_by    varchar(120) not null,
  made_at    datetime(6)  not null,
  expires_at datetime(6)  not null,
  used_at    datetime(6),
  ended_at   datetime(6),
  constraint link_of_account foreign key (account_id) references account (id)
);

-- A script may do what its token says, and no more once whoever made it is gone.
alter table access_token
  add column role    varchar(20) not null default 'REVIEWER',
  add column made_by varchar(60);

-- Sessions are listed by name from now on; those of before do not know theirs.
delete from SPRING_SESSION;
