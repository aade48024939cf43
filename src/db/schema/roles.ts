export { ROLES, type Role } from '@/core/crew/roles'
