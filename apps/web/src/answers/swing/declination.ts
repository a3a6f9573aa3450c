import {
  mainField,
  type GeodeticPlace,
  type MainField,
  type Reason,
  type Result,
  type WorldModel,
} from '@kanzel/core';

/**
 * The main field of a place and a day by the world model that ships with the product; its coefficients are loaded when somebody asks.
 * Errors: as `mainField`.
 */
export async function worldField(place: GeodeticPlace, at: string): Promise<Result<MainField, Reason>> {
  const { default: data } = await import('geomagnetism/data/wmm-2025.json');
  const model: WorldModel = {
    name: data.name,
    epoch: data.epoch,
    degree: data.n_max,
    g: data.main_field_coeff_g,
    h: data.main_field_coeff_h,
    gChange: data.secular_var_coeff_g,
    hChange: data.secular_var_coeff_h,
  };
  return mainField(model, place, at);
}
