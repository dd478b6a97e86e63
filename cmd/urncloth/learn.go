package main

import (
	"github.com/spf13/cobra"

	"urncloth/core/log"
	"urncloth/core/say"
)

// learned is the command that says what the sittings of one client taught.
func learned() *cobra.Command {
	return &cobra.Command{
		Use:   "learn [FILE]",
		Short: "Read sittings of one client and what happened at them, write what was learned",
		Args:  atMostOne,
		RunE: func(cmd *cobra.Command, args []string) error {
			data, err := inputOf(cmd, args, log.MaxBytes)
			if err != nil {
				return err
			}
			list, faults := log.Read(data)
			if len(faults) > 0 {
				return badInput{faults}
			}
			language := say.English
			if len(list) > 0 {
				language = say.In(list[len(list)-1].Plan.Sitting.Language)
			}
			d, faults := log.Learn(list, nil, language)
			if len(faults) > 0 {
				return badInput{faults}
			}
			_, err = cmd.OutOrStdout().Write(d.JSON())
			return err
		},
	}
}
