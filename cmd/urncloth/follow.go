package main

import (
	"errors"
	"fmt"
	"io"
	"time"

	"github.com/spf13/cobra"

	"urncloth/core/chair"
	"urncloth/core/day"
	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/core/say"
)

// followed is the command that says where a sitting stands.
func followed() *cobra.Command {
	var at string
	var text bool
	cmd := &cobra.Command{
		Use:   "follow PLAN [EVENTS]",
		Short: "Read a plan and the events of the chair, write where the sitting stands",
		Args: func(_ *cobra.Command, args []string) error {
			switch {
			case len(args) == 0 || len(args) > 2:
				return badInput{fmt.Errorf("follow reads a plan and its events, not %d files", len(args))}
			case args[0] == "-" && (len(args) == 1 || args[1] == "-"):
				return badInput{errors.New("follow reads the plan or the events from standard input, not both")}
			}
			return nil
		},
		RunE: func(cmd *cobra.Command, args []string) error {
			d, err := follow(cmd, args, at)
			if err != nil {
				return err
			}
			if text {
				_, err = io.WriteString(cmd.OutOrStdout(), d.Text(say.In(d.Plan.Sitting.Language)))
				return err
			}
			_, err = cmd.OutOrStdout().Write(d.JSON())
			return err
		},
	}
	cmd.Flags().StringVar(&at, "at", "", "the moment, 2027-06-19T09:12; without it that of the last event")
	cmd.Flags().BoolVar(&text, "text", false, "print a sheet a person can read")
	return cmd
}

func follow(cmd *cobra.Command, args []string, at string) (*chair.Document, error) {
	data, err := input(cmd, args[:1])
	if err != nil {
		return nil, err
	}
	p, faults := plan.Read(data)
	if len(faults) > 0 {
		return nil, badInput{faults}
	}
	if data, err = input(cmd, args[1:]); err != nil {
		return nil, err
	}
	events, faults := chair.ReadLines(data)
	moment := time.Time{}
	if at != "" {
		var l day.Local
		if err := l.UnmarshalText([]byte(at)); err != nil {
			faults = append(faults, doc.Fault{Path: "--at", Say: err.Error()})
		} else if loc, err := p.Sitting.Day.Zone(); err == nil {
			moment, _ = l.In(loc)
		}
	}
	if len(faults) > 0 {
		return nil, badInput{faults}
	}
	d, faults := chair.Open(p).At(events, moment)
	if len(faults) > 0 {
		return nil, badInput{faults}
	}
	return d, nil
}
