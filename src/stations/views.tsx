'use client';
import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { StationName } from './list';
import type { Pages } from './pages';

/** How each station is drawn. Each comes when it is opened. */
export const VIEWS: { [Name in StationName]: ComponentType<{ page: Pages[Name] }> } = {
  round: dynamic(() => import('../features/round/RoundStation').then((m) => m.RoundStation)),
  cohorts: dynamic(() => import('../features/cohorts/tanks/CohortsStation').then((m) => m.CohortsStation)),
  arrivals: dynamic(() => import('../features/cohorts/arrivals/ArrivalsStation').then((m) => m.ArrivalsStation)),
  feed: dynamic(() => import('../features/cohorts/feed/FeedStation').then((m) => m.FeedStation)),
  temperature: dynamic(() =>
    import('../features/cohorts/temperature/TemperatureStation').then((m) => m.TemperatureStation),
  ),
  life: dynamic(() => import('../features/cohorts/life/LifeStation').then((m) => m.LifeStation)),
  stockingPlanner: dynamic(() => import('../features/cohorts/planner/PlannerStation').then((m) => m.PlannerStation)),
  loss: dynamic(() => import('../features/cohorts/loss/LossStation').then((m) => m.LossStation)),
  species: dynamic(() => import('../features/cohorts/species/SpeciesStation').then((m) => m.SpeciesStation)),
  tank: dynamic(() => import('../features/cohorts/tanks/TankView').then((m) => m.TankView)),
  cohort: dynamic(() => import('../features/cohorts/cohort/CohortView').then((m) => m.CohortView)),
  beds: dynamic(() => import('../features/beds/BedsStation').then((m) => m.BedsStation)),
  space: dynamic(() => import('../features/beds/space/SpaceView').then((m) => m.SpaceView)),
  successionPlanner: dynamic(() => import('../features/beds/planner/SuccessionRoom').then((m) => m.SuccessionRoom)),
  weather: dynamic(() => import('../features/beds/weather/WeatherRoom').then((m) => m.WeatherRoom)),
  scouting: dynamic(() => import('../features/beds/scouting/ScoutingRoom').then((m) => m.ScoutingRoom)),
  cultures: dynamic(() => import('../features/beds/cultures/CulturesRoom').then((m) => m.CulturesRoom)),
  trials: dynamic(() => import('../features/beds/trials/TrialsRoom').then((m) => m.TrialsRoom)),
  bed: dynamic(() => import('../features/beds/bed/BedView').then((m) => m.BedView)),
  planting: dynamic(() => import('../features/beds/planting/PlantingView').then((m) => m.PlantingView)),
  purge: dynamic(() => import('../features/purge/PurgeStation').then((m) => m.PurgeStation)),
  market: dynamic(() => import('../features/market/MarketStation').then((m) => m.MarketStation)),
  newOrder: dynamic(() => import('../features/market/NewOrder').then((m) => m.NewOrder)),
  order: dynamic(() => import('../features/market/OrderView').then((m) => m.OrderView)),
  season: dynamic(() => import('../features/season/SeasonStation').then((m) => m.SeasonByPlan)),
  sums: dynamic(() => import('../features/sums/SumsStation').then((m) => m.SumsStation)),
  manual: dynamic(() => import('../features/manual/ManualView').then((m) => m.ManualView)),
  plan: dynamic(() => import('../features/farm/plan/PlanRoom').then((m) => m.PlanRoom)),
  places: dynamic(() => import('../features/farm/PlacesRoom').then((m) => m.PlacesRoom)),
  houses: dynamic(() => import('../features/farm/HousesRoom').then((m) => m.HousesRoom)),
  carries: dynamic(() => import('../features/farm/CarriesRoom').then((m) => m.CarriesRoom)),
  products: dynamic(() => import('../features/farm/ProductsRoom').then((m) => m.ProductsRoom)),
  crops: dynamic(() => import('../features/farm/CropsRoom').then((m) => m.CropsRoom)),
  customers: dynamic(() => import('../features/farm/CustomersRoom').then((m) => m.CustomersRoom)),
  people: dynamic(() => import('../features/farm/people/PeopleRoom').then((m) => m.PeopleRoom)),
  chores: dynamic(() => import('../features/farm/ChoresRoom').then((m) => m.ChoresRoom)),
  papers: dynamic(() => import('../features/farm/PapersRoom').then((m) => m.PapersRoom)),
  today: dynamic(() => import('../features/farm/TodayRoom').then((m) => m.TodayRoom)),
  inAndOut: dynamic(() => import('../features/farm/InAndOutRoom').then((m) => m.InAndOutRoom)),
  limits: dynamic(() => import('../features/farm/LimitsRoom').then((m) => m.LimitsRoom)),
  changes: dynamic(() => import('../features/farm/ChangesRoom').then((m) => m.ChangesRoom)),
};
