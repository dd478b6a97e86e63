package app

import (
	"slices"

	"urncloth/core/doc"
)

// Role is what somebody is in a studio.
type Role string

// The roles.
const (
	Owner     Role = "owner"
	Artist    Role = "artist"
	Assistant Role = "assistant"
)

// Right is something that a role includes or not.
type Right string

// The rights.
const (
	Work        Right = "work"         // read, and plan and run sittings
	KeepClients Right = "keep_clients" // write and erase client records
	KeepKit     Right = "keep_kit"     // write products
	KeepHouse   Right = "keep_house"   // choose house methods, write notes beside rules
	KeepPeople  Right = "keep_people"  // add people, change roles and sign-ins, see what happened
)

// self is what everybody may do with their own sign-in, whatever else comes first.
const self Right = "self"

// door is what somebody may do at a screen that is locked: unlock it, or sign out.
const door Right = "door"

// roles is what each role includes.
var roles = []struct {
	role   Role
	rights []Right
}{
	{Owner, []Right{Work, KeepClients, KeepKit, KeepHouse, KeepPeople}},
	{Artist, []Right{Work, KeepClients, KeepKit}},
	{Assistant, []Right{Work}},
}

// RoleRights is a role and what it includes.
type RoleRights struct {
	Role Role    `json:"role"`
	May  []Right `json:"may"`
}

func rolesRights() (list []RoleRights) {
	for _, r := range roles {
		list = append(list, RoleRights{r.role, r.rights})
	}
	return list
}

// Roles lists the roles.
func Roles() (list []Role) {
	for _, r := range roles {
		list = append(list, r.role)
	}
	return list
}

// Rights lists every right: those of an owner.
func Rights() []Right { return Owner.Rights() }

// UnmarshalText accepts the words of Roles.
func (r *Role) UnmarshalText(b []byte) error { *r = Role(b); return doc.OneOf(*r, Roles()) }

// Rights is what a role includes; nothing for a word that is no role.
func (r Role) Rights() []Right {
	for _, row := range roles {
		if row.role == r {
			return slices.Clone(row.rights)
		}
	}
	return []Right{}
}

// May reports whether a role includes something.
func (r Role) May(right Right) bool { return slices.Contains(r.Rights(), right) }
