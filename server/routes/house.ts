import { Router } from 'express'
import { HouseStyle } from '../../core/house/house-style.ts'
import type { HouseTable } from '../database/house-table.ts'

export function houseRoutes({ house }: { house: HouseTable }): Router {
  const router = Router()
  router.get('/', (_request, response) => void response.json(house.get()))
  router.put('/', (request, response) => {
    house.put(HouseStyle.parse(request.body))
    response.json(house.get())
  })
  return router
}
