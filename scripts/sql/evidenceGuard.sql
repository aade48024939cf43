-- What the owner does in the ordinary course may not take the guards of the evidence away: its tables keep their triggers, and stay, unless a migration says
-- that it is one. Only a superuser can lay this down, and only a superuser could lay it aside.
create or replace function evidence_guards_stay() returns event_trigger language plpgsql as $$
declare
  touched text;
begin
  if current_setting('awlbright.migration', true) = 'on' then return; end if;
  if tg_event = 'sql_drop' then
    select object_identity into touched from pg_event_trigger_dropped_objects()
      where object_type in ('trigger', 'table') and object_identity ~ '(_append_only|_not_emptied) on |^public\.(reading(_[a-z0-9]+)?|attachment|pack|hold_override|stored_file|file_chunk|file_part|wiring_revision|plan_revision|component_replacement|household_answer|crew_history|instrument_certificate|instrument_revision|point_review|handover_signature|fault_call|fault_call_answer|outage_mark|job_visit|job_limit|crew_limit|setting_act|equipment_revision|equipment_file|erasure)$' limit 1;
  else
    select c.objid::regclass::text into touched from pg_event_trigger_ddl_commands() c
      join pg_trigger t on t.tgrelid = c.objid and t.tgname ~ '(_append_only|_not_emptied)$' and t.tgenabled = 'D'
      where c.object_type = 'table' limit 1;
    if touched is null then
      -- a year that is taken out of the readings is evidence taken away, wherever its table goes on standing
      select c.oid::regclass::text into touched from pg_class c
        where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and c.relname ~ '^reading_(other|[0-9]{4})$' and not c.relispartition limit 1;
    end if;
    if touched is null then
      select c.object_identity into touched from pg_event_trigger_ddl_commands() c
        where c.object_type = 'function' and c.object_identity = 'public.evidence_is_append_only()' limit 1;
    end if;
  end if;
  if touched is not null then
    raise exception 'the guards of % are not taken away: it holds evidence', touched using errcode = 'insufficient_privilege';
  end if;
end $$;
drop event trigger if exists evidence_guards_dropped;
drop event trigger if exists evidence_guards_disabled;
create event trigger evidence_guards_dropped on sql_drop execute function evidence_guards_stay();
create event trigger evidence_guards_disabled on ddl_command_end when tag in ('ALTER TABLE', 'CREATE FUNCTION') execute function evidence_guards_stay();
