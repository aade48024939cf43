-- For a PostgreSQL of your own (15 or later): two users and a database for them. Run it once as a superuser; it asks for two passwords that you choose, or
-- takes them from OWNER_PASSWORD and APP_PASSWORD of the environment, and never from a command line, which everybody on the machine can read:
--   psql -f scripts/sql/roles.sql
-- then lay down the guard in the database it made:
--   psql -d awlbright -f scripts/sql/evidenceGuard.sql
\getenv owner_password OWNER_PASSWORD
\if :{?owner_password}
\else
  \prompt 'Password for awlbright_owner: ' owner_password
\endif
\getenv app_password APP_PASSWORD
\if :{?app_password}
\else
  \prompt 'Password for awlbright_app: ' app_password
\endif
create role awlbright_owner login password :'owner_password';
create role awlbright_app login password :'app_password';
grant awlbright_app to awlbright_owner;
create database awlbright owner awlbright_owner encoding 'UTF8' template template0;
\connect awlbright
revoke create on schema public from public;
alter schema public owner to awlbright_owner;
