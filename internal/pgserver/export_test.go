package pgserver

// Killed lets go of the cluster as a program does that is killed.
func (s *Server) Killed() { _ = s.using.Close() }
