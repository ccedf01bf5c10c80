"""People at a hosted site: roles, invitations, their accounts, and what happened to them."""
