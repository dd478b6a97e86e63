package main

import "github.com/spf13/cobra"

func served() []*cobra.Command { return nil }
